import type { JsonSchema } from './json-schema.ts'

/** What stands in a field or parameter of that name, for readers of the description: of the demo, as all examples here. */
const usual: Readonly<Record<string, unknown>> = {
  account: 'ad-account/summer-crossings',
  action: 'ads.publish',
  actions: ['ads.see', 'ads.draft'],
  address: 'priya@ondaverde.example',
  after: 'WyJBZ25lc2UiXQ',
  asset: 'ad-account/summer-crossings',
  assets: ['page/ondaverde-ferries', 'page/day-trips'],
  bundle: 'all-pages',
  business: 'B-4815-1623-97',
  byLetter: false,
  challenge: '0199c0de-0000-7000-8000-000000000001',
  change: '0199c0de-0000-7000-8000-000000000002',
  claim: '0199c0de-0000-7000-8000-000000000003',
  code: '123456',
  confirmed: true,
  contact: 'callum@gullwright.example',
  contest: '0199c0de-0000-7000-8000-000000000004',
  credential: { id: 'x', rawId: 'x', type: 'public-key', response: {}, clientExtensionResults: {} },
  current: 'the password of before',
  days: 14,
  falls: [],
  find: 'crossings',
  handle: 'night-crew',
  handover: '0199c0de-0000-7000-8000-000000000005',
  hours: 72,
  id: '0199c0de-0000-7000-8000-000000000006',
  'Idempotency-Key': '0199c0de-0000-7000-8000-000000000007',
  'If-Match': '"7"',
  introduction: 'We sail between the islands, and look for who writes about it.',
  key: 'means/harbour-card',
  kind: 'ad-account',
  label: 'Ferries, summer',
  limit: 50,
  link: 'AZnA3gAAcACAAAAAAAAAAQAB0mAlB2dTQkGZ1Vt3kVbM9A',
  means: 'means/harbour-card',
  meant: true,
  most: 5,
  must: false,
  name: 'Night crew',
  note: 'For the night ferries.',
  number: 'B-2718-2818-72',
  offersAtOnce: true,
  on: 'ad-account/summer-crossings',
  opening: '0199c0de-0000-7000-8000-000000000008',
  other: 'page/ondaverde-ferries',
  partner: 'B-2718-2818-72',
  passkey: 'kV3x',
  password: 'nine ferries at the pier',
  person: '0199c0de-0000-7000-8000-000000000009',
  platform: 'marram',
  proposal: '0199c0de-0000-7000-8000-00000000000a',
  purpose: 'run our adverts',
  reason: 'The summer is over.',
  recovery: 'k7w2-9fdm-x3qa',
  ref: '4471-2209',
  sentence: 'let priya@ondaverde.example run on ad-account/summer-crossings until 31 may 2027',
  standing: 'member',
  team: 'night-crew',
  text: 'A-6552-0897-45',
  town: 'Porto Verano',
  twoApprovals: true,
  unattended: false,
  under: 'manager-account/gullwright-travel',
  until: '2027-06-01T00:00:00Z',
  wanted: 'run our adverts',
  who: 'priya@ondaverde.example',
  whom: 'priya@ondaverde.example',
  zone: 'Europe/Lisbon',
}

/** Where a field means something else, or one that may be left out is what the request is about. */
const ofRoute: Readonly<Record<string, Readonly<Record<string, unknown>>>> = {
  'POST /access/v1/evaluation': {
    subject: { type: 'person', id: 'priya@ondaverde.example' },
    action: { name: 'ads.publish' },
    resource: { type: 'ad-account', id: '4471-2209' },
  },
  'POST /access/v1/evaluations': {
    subject: { type: 'person', id: 'priya@ondaverde.example' },
    resource: { type: 'ad-account', id: '4471-2209' },
    evaluations: [{ action: { name: 'ads.see' } }, { action: { name: 'ads.publish' } }],
  },
  'GET /v1/businesses/{business}/handovers/{handover}': { falls: 'grant/0199c0de-0000-7000-8000-00000000000b' },
  'POST /v1/me/proof': { code: '123456' },
  'POST /v1/me/tokens': { name: 'monthly report' },
  'POST /v1/me/passkeys': { name: 'Laptop' },
  'POST /v1/openings business': { name: 'Tide House' },
  'POST /v1/openings person': { name: 'Bea Fontaine', address: 'bea@tidehouse.example' },
  'POST /v1/me/businesses': { name: 'Tide House' },
  'PUT /v1/me/own-business': { town: 'Porto Verano', zone: 'Europe/Lisbon' },
  'POST /v1/businesses/{business}/in-trust': { name: 'Tide House' },
  'POST /v1/businesses/{business}/assets': { name: 'Night Crossings', handle: 'night-crossings' },
  'PATCH /v1/businesses/{business}/assets/{asset}': { name: 'Night Crossings' },
  'POST /v1/businesses/{business}/bundles': { name: 'Night pages', handle: 'night-pages' },
  'PUT /v1/businesses/{business}/profile contact': { name: 'Callum Osei-Bright', address: 'callum@gullwright.example' },
  'PUT /v1/businesses/{business}/card purposes': {
    name: 'run our adverts',
    reason: 'We look for an agency for the winter.',
  },
  'POST /v1/businesses/{business}/people/{person}/leaving': { reason: 'Their contract is over.' },
  'POST /v1/businesses/{business}/proposals/{proposal}/acceptance': { less: 'watch on ad-account/summer-crossings' },
  'POST /v1/businesses/{business}/purposes': { kind: 'ad-account', tier: 'run', name: 'Run the night adverts' },
}
const sentences: Readonly<Record<string, string>> = {
  links: 'link ad-account/summer-crossings under manager-account/gullwright-travel at run hiding revenue',
  billing: 'billing ad-account/summer-crossings to noor@ondaverde.example with means/harbour-card',
  handovers: 'hand over ad-account/harbour-parking to B-1414-2135-81 because "The board runs the parking now."',
}

/** An example of a parameter, by its name. */
export const exampleOf = (route: string, parameter: string): unknown => ofRoute[route]?.[parameter] ?? usual[parameter]

/** An example of a body: what has to be in it, and what a request of this kind is about. */
export function exampleBody(route: string, schema: JsonSchema, components: ReadonlyMap<string, JsonSchema>): object {
  const own = ofRoute[route] ?? {}
  const { properties = {}, required = [] } = named(schema, components) as {
    properties?: Record<string, JsonSchema>
    required?: string[]
  }
  const wanted = Object.keys(properties).filter(name => required.includes(name) || name in own)
  return Object.fromEntries(
    wanted.map(name => [name, own[name] ?? exampleField(route, name, properties[name]!, components)]),
  )
}

function exampleField(
  route: string,
  name: string,
  schema: JsonSchema,
  components: ReadonlyMap<string, JsonSchema>,
): unknown {
  const field = named(schema, components)
  if (field['properties']) return exampleBody(`${route} ${name}`, field, components)
  const { items } = field as { items?: JsonSchema }
  if (items && named(items, components)['properties']) return [exampleBody(`${route} ${name}`, items, components)]
  if (field['enum']) return (field['enum'] as unknown[])[0]
  if (name === 'sentence')
    return sentences[Object.keys(sentences).find(one => route.includes(`/${one}`)) ?? ''] ?? usual[name]
  return usual[name]
}

function named(schema: JsonSchema, components: ReadonlyMap<string, JsonSchema>): JsonSchema {
  const reference = schema['$ref'] as string | undefined
  return reference ? components.get(reference.split('/').at(-1)!)! : schema
}
