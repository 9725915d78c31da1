/** What each route of the description is for the tests of security: who may ask, and a form that fits. */
export interface RouteCase {
  /** What a plain member meets there: they may, or a problem's code. */
  readonly member: 'may' | string
  readonly body?: object
  readonly query?: string
}

export const someId = '01900000-0000-7000-8000-000000000000'

/** Routes that ask nobody to be signed in, each with the reason. */
export const open: Readonly<Record<string, string>> = {
  'POST /v1/sign-in': 'signs in',
  'POST /v1/sign-in/passkey/challenge': 'begins to sign in',
  'POST /v1/sign-in/passkey': 'signs in',
  'POST /v1/forgotten-passwords': 'tells nobody anything',
  'POST /v1/forgotten-passwords/choice': 'the link is the proof',
  'POST /v1/addresses/confirmation': 'the link is the proof',
  'POST /v1/openings': 'opens a first business',
  'POST /v1/openings/confirmation': 'the link is the proof',
  'POST /v1/invitations/reading': 'the link is the proof',
  'POST /v1/invitations/acceptance': 'the link is the proof',
  'POST /v1/invitations/refusal': 'the link is the proof',
  'POST /v1/invitations/moving': 'the link is the proof',
  'GET /v1/cards/{number}': 'published for anybody with its link',
  'GET /v1/cards/{number}/vcard': 'published for anybody with its link',
  'GET /.well-known/authzen-configuration': 'public by its standard',
}

const handover = { sentence: 'hand over ad-account/summer-crossings to B-4815-1623-97 because "x"', falls: [] }
const admin = 'standing.not-enough'
const sentence = 'end priya@ondaverde.example on ad-account/summer-crossings'
const link = 'link ad-account/summer-crossings under manager-account/x at run'
const billing = 'billing ad-account/summer-crossings to priya@ondaverde.example with means/x'
const own = { member: 'may' } as const
const passkey = { challenge: someId, credential: { id: 'x' } }
const evaluation = {
  subject: { type: 'person', id: 'x' },
  action: { name: 'ads.see' },
  resource: { type: 'ad-account', id: 'x' },
}
const at = '/v1/businesses/{business}'

export const forMembers: Readonly<Record<string, RouteCase>> = {
  'POST /v1/sign-out': own,
  'GET /v1/me': own,
  'POST /v1/me/proof': own,
  'POST /v1/me/businesses': { ...own, body: { name: 'Tide House', town: 'Porto Verano', zone: 'Europe/Lisbon' } },
  'POST /v1/me/second-proof': own,
  'POST /v1/me/second-proof/confirmation': { ...own, body: { code: '123456' } },
  'GET /v1/me/sessions': own,
  'POST /v1/me/tokens': { ...own, body: { name: 'x', until: '2099-01-01T00:00:00Z', unattended: false } },
  'DELETE /v1/me/sessions/{id}': own,
  'GET /v1/me/passkeys': own,
  'POST /v1/me/passkeys': { ...own, body: { ...passkey, name: 'x' } },
  'POST /v1/me/passkeys/challenge': own,
  'DELETE /v1/me/passkeys/{passkey}': own,
  'POST /v1/me/proof/passkey/challenge': own,
  'POST /v1/me/proof/passkey': { ...own, body: passkey },
  'POST /v1/me/recovery-codes': own,
  'PUT /v1/me/password': { ...own, body: { current: 'x', password: 'ten letters at least' } },
  'GET /v1/me/addresses': own,
  'POST /v1/me/addresses': { ...own, body: { address: 'other@ondaverde.example' } },
  'PUT /v1/me/addresses/{address}/main': own,
  'DELETE /v1/me/addresses/{address}': own,
  'GET /v1/me/holdings': own,
  'GET /v1/me/admin-changes': own,
  'POST /v1/me/admin-changes/{change}/undoing': { ...own, body: { reason: 'x' } },
  'GET /v1/me/proposals': own,
  'GET /v1/me/proposals/{proposal}': own,
  'POST /v1/me/proposals/{proposal}/acceptance': own,
  'POST /v1/me/proposals/{proposal}/refusal': own,
  'GET /v1/platforms': own,
  'GET /v1/kinds': own,
  'POST /access/v1/evaluation': { ...own, body: evaluation },
  'POST /access/v1/evaluations': own,

  [`GET ${at}`]: own,
  [`GET ${at}/desk`]: own,
  [`GET ${at}/grid`]: { member: admin },
  [`GET ${at}/history`]: { member: admin },
  [`GET ${at}/history/verification`]: { member: admin },

  [`GET ${at}/people`]: own,
  [`GET ${at}/people/{person}`]: own,
  [`GET ${at}/people/{person}/holdings`]: { member: admin },
  [`PUT ${at}/people/{person}/standing`]: { member: admin, body: { standing: 'admin' } },
  [`PUT ${at}/people/{person}/pause`]: { member: admin },
  [`DELETE ${at}/people/{person}/pause`]: { member: admin },
  [`PUT ${at}/people/{person}/freeze`]: { member: admin },
  [`DELETE ${at}/people/{person}/freeze`]: { member: admin },
  [`GET ${at}/admin-changes`]: { member: admin },
  [`POST ${at}/admin-changes/{change}/undoing`]: { member: admin, body: { reason: 'x' } },
  [`GET ${at}/understudy`]: { member: admin },
  [`POST ${at}/understudy`]: { member: admin, body: { who: 'tomasz@ondaverde.example' } },
  [`POST ${at}/understudy/ending`]: { member: admin },
  [`POST ${at}/understudy/stepping-in`]: { member: 'understudy.not-you', body: { reason: 'x' } },
  [`POST ${at}/understudy/no`]: { member: admin },
  [`PUT ${at}/approvals`]: { member: admin, body: { twoApprovals: true, reason: 'x' } },
  [`GET ${at}/people/{person}/leaving`]: { member: admin },
  [`POST ${at}/people/{person}/leaving`]: { member: admin },

  [`GET ${at}/teams`]: own,
  [`POST ${at}/teams`]: { member: admin, body: { handle: 'x', name: 'X' } },
  [`GET ${at}/teams/{team}`]: { member: 'team.unknown' },
  [`DELETE ${at}/teams/{team}`]: { member: admin },
  [`PUT ${at}/teams/{team}/members/{person}`]: { member: admin },
  [`DELETE ${at}/teams/{team}/members/{person}`]: { member: admin },

  [`GET ${at}/assets`]: own,
  [`POST ${at}/assets`]: { member: admin, body: { platform: 'tern', kind: 'page', name: 'X', handle: 'x' } },
  [`GET ${at}/assets/{asset}`]: { member: 'asset.unknown' },
  [`PATCH ${at}/assets/{asset}`]: { member: admin, body: { name: 'Mine' } },
  [`GET ${at}/assets/{asset}/holders`]: { member: 'asset.unknown' },
  [`GET ${at}/assets/{asset}/siblings`]: { member: admin },
  [`GET ${at}/assets/{asset}/readiness`]: { member: admin, query: 'purpose=run%20our%20adverts' },
  [`PUT ${at}/assets/{asset}/archive`]: { member: admin },
  [`DELETE ${at}/assets/{asset}/archive`]: { member: admin },
  [`PUT ${at}/assets/{asset}/freeze`]: { member: admin },
  [`DELETE ${at}/assets/{asset}/freeze`]: { member: admin },
  [`PUT ${at}/assets/{asset}/ties/{other}`]: { member: admin },
  [`DELETE ${at}/assets/{asset}/ties/{other}`]: { member: admin },
  [`POST ${at}/claims`]: { member: admin, body: { platform: 'marram', ref: 'MA-20555' } },
  [`POST ${at}/claims/{claim}/confirmation`]: { member: admin, body: { code: '123456', handle: 'taken' } },

  [`GET ${at}/money`]: own,
  [`GET ${at}/means`]: { member: admin },
  [`POST ${at}/means/openings`]: { member: admin, body: { platform: 'marram' } },
  [`POST ${at}/means`]: { member: admin, body: { opening: someId } },
  [`DELETE ${at}/means/{means}`]: { member: admin },
  [`POST ${at}/billing/preview`]: { member: 'asset.unknown', body: { sentence: billing } },
  [`POST ${at}/billing`]: { member: 'asset.unknown', body: { sentence: billing } },
  [`GET ${at}/assets/{asset}/billing`]: { member: 'asset.unknown' },
  [`DELETE ${at}/assets/{asset}/billing/planned`]: { member: 'asset.unknown' },

  [`GET ${at}/bundles`]: own,
  [`POST ${at}/bundles`]: { member: admin, body: { handle: 'x', name: 'X', assets: [], kinds: ['page'] } },
  [`GET ${at}/bundles/{bundle}`]: { member: 'bundle.unknown' },
  [`PUT ${at}/bundles/{bundle}/assets/{asset}`]: { member: admin },
  [`DELETE ${at}/bundles/{bundle}/assets/{asset}`]: { member: admin },

  [`GET ${at}/purposes`]: own,
  [`POST ${at}/purposes`]: {
    member: admin,
    body: { name: 'mine', needs: [{ kind: 'page', tier: 'run', actions: [], must: true }] },
  },
  [`DELETE ${at}/purposes/{purpose}`]: { member: admin },
  [`GET ${at}/readiness`]: { member: admin, query: 'who=priya%40ondaverde.example&purpose=post+for+us' },

  [`POST ${at}/sentences/preview`]: { member: 'access.not-yours-to-give', body: { sentence } },
  [`POST ${at}/sentences`]: { member: 'access.not-yours-to-give', body: { sentence } },
  [`POST ${at}/decisions`]: {
    member: 'access.not-yours-to-give',
    body: { who: 'priya@ondaverde.example', action: 'ads.see', asset: 'ad-account/summer-crossings' },
  },
  [`GET ${at}/proposals`]: own,
  [`GET ${at}/proposals/{proposal}`]: { member: 'proposal.unknown' },
  [`POST ${at}/proposals/{proposal}/withdrawal`]: { member: 'proposal.unknown' },
  [`POST ${at}/proposals/{proposal}/reminder`]: { member: 'proposal.unknown' },
  [`POST ${at}/proposals/{proposal}/pass-on`]: { member: 'proposal.unknown' },
  [`POST ${at}/proposals/{proposal}/move`]: { member: 'proposal.unknown', body: { confirmed: true } },
  [`POST ${at}/proposals/{proposal}/acceptance`]: { member: 'proposal.unknown' },
  [`GET ${at}/proposals/{proposal}/things`]: { member: 'proposal.unknown' },
  [`POST ${at}/proposals/{proposal}/refusal`]: { member: 'proposal.unknown' },
  [`POST ${at}/asks`]: { ...own, body: { wanted: 'watch on ad-account/summer-crossings', reason: 'to see' } },
  [`POST ${at}/leave`]: own,

  [`POST ${at}/links/preview`]: { member: 'asset.unknown', body: { sentence: link } },
  [`POST ${at}/links`]: { member: 'asset.unknown', body: { sentence: link } },
  [`POST ${at}/links/checks`]: { member: admin, body: { text: 'A-2718-2818-24', under: 'manager-account/x' } },
  [`GET ${at}/tree`]: own,
  [`GET ${at}/manager-accounts/{asset}/accounts`]: { member: 'asset.unknown' },
  [`PUT ${at}/manager-accounts/{asset}/accounts/{account}/label`]: {
    member: 'access.not-yours-to-give',
    body: { label: 'x' },
  },
  [`POST ${at}/handovers/preview`]: { member: admin, body: handover },
  [`POST ${at}/handovers`]: { member: admin, body: handover },
  [`GET ${at}/handovers`]: { member: admin },
  [`GET ${at}/handovers/{handover}`]: { member: admin },
  [`POST ${at}/handovers/{handover}/stop`]: { member: admin },
  [`GET ${at}/contests`]: { member: admin },
  [`POST ${at}/contests`]: { member: admin, body: { claim: '01890000-0000-7000-8000-000000000000', reason: 'x' } },
  [`POST ${at}/contests/{contest}/no`]: { member: 'contest.none' },
  [`POST ${at}/contests/{contest}/agreement`]: { member: admin },
  [`PUT ${at}/cooling`]: { member: admin, body: { hours: 72 } },
  [`PUT ${at}/manager-accounts/{asset}/accounts/{account}/freeze`]: { member: admin },
  [`DELETE ${at}/manager-accounts/{asset}/accounts/{account}/freeze`]: { member: admin },

  [`POST ${at}/look-ups`]: { member: admin, body: { number: 'B-4815-1623-97' } },
  [`GET ${at}/partners`]: { member: admin },
  [`GET ${at}/partners/{partner}`]: { member: admin },
  [`GET ${at}/partners/{partner}/people`]: { member: admin },
  [`GET ${at}/partners/{partner}/readiness`]: { member: admin, query: 'purpose=post+for+us' },
  [`PUT ${at}/partners/{partner}/freeze`]: { member: admin },
  [`DELETE ${at}/partners/{partner}/freeze`]: { member: admin },
  [`PUT ${at}/partners/{partner}/people/{person}/freeze`]: { member: admin },
  [`DELETE ${at}/partners/{partner}/people/{person}/freeze`]: { member: admin },
  [`GET ${at}/held`]: { member: admin },
  [`PUT ${at}/offers-at-once`]: { member: admin, body: { offersAtOnce: true } },
  [`GET ${at}/card`]: own,
  [`PUT ${at}/card`]: {
    member: admin,
    body: { introduction: 'x', contact: 'x', purposes: [{ name: 'post for us', reason: 'x' }] },
  },
  [`DELETE ${at}/card`]: { member: admin },
  [`POST ${at}/in-trust`]: { member: admin, body: { name: 'XY', town: 'X', zone: 'Europe/Lisbon' } },
  [`POST ${at}/chair`]: { member: admin, body: { address: 'x@home.example' } },
}
