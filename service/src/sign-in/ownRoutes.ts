import { nobodySignedIn } from '../base/openapi.ts'
import { linkText } from '../base/link-text.ts'
import type { AuthenticationResponseJSON, RegistrationResponseJSON } from '@simplewebauthn/server'
import { array, boolean, mixed, object, string } from 'yup'
import { idText } from '../base/id-text.ts'
import type { Kit } from '../base/kit.ts'
import { requireSignIn } from '../base/session.ts'
import type { App } from '../base/validation.ts'
import { askToAddAddress, chooseMainAddress, confirmAddress, removeAddress } from './addresses.ts'
import { changePassword, choosePassword, forgotPassword } from './newPassword.ts'
import { passwords } from './password.ts'
import {
  addPasskey,
  beginPasskey,
  challengeForPasskey,
  proveWithPasskey,
  removePasskey,
  signInWithPasskey,
} from './passkeys.ts'
import { renewRecoveryCodes } from './recoveryCodes.ts'
import { letIn } from './letIn.ts'
import { address, done, instantOut, proven, recoveryCodes, secondStep } from './schemas.ts'
import { placeOf, Tries } from './tries.ts'

const tags = ['sign-in']
const slowly = { config: { mostAMinute: 30 } }
const credential = mixed<object>().required('the answer of the browser is needed')
const challenge = object({ id: string().required(), options: mixed().required() })
const passkeyMade = object({
  challenge: idText,
  name: string().trim().min(1).max(60).required(),
  credential,
}).noUnknown()
const passkeyAnswer = object({ challenge: idText, credential }).noUnknown()
const passkeyList = object({
  items: array(
    object({
      id: string().required(),
      name: string().required(),
      addedAt: instantOut.required(),
      usedAt: instantOut.nullable().defined(),
    }),
  ).required(),
})
const passkeyParam = object({ passkey: string().max(1400).required() })
const codes = object({ codes: array(string().required()).required() })
const forgotten = object({ address: address.required('an e-mail address is needed') }).noUnknown()
const sent = object({ sent: boolean().oneOf([true]).required() })
const password = string().min(10, 'a password has at least 10 characters').max(200)
const chosen = object({
  link: linkText,
  password: password.required('a password is needed'),
  code: string().matches(/^\d{6}$/, 'a code has six digits'),
  recovery: string().trim().max(40),
  passkey: passkeyAnswer.default(undefined),
}).noUnknown()
const choice = object({ needs: secondStep.nullable().defined() })
const changed = object({
  current: string().max(200).required(),
  password: password.required('a password is needed'),
}).noUnknown()
const addressList = object({
  items: array(
    object({ address: string().required(), main: boolean().required(), verifiedAt: instantOut.required() }),
  ).required(),
})
const addressParam = object({ address: string().max(254).required() })
const sentTo = object({ sentTo: string().required() })
const linkGiven = object({ link: linkText }).noUnknown()

/** One's own ways to sign in: passkeys, recovery codes, the password, addresses. */
export async function ownSignInRoutes(app: App, kit: Kit): Promise<void> {
  const words = passwords(kit.config.FAMIGLIA_PASSWORD_MEMORY_KIB)
  const tries = new Tries(kit)
  const finished = { done: true as const }

  app.post(
    '/v1/sign-in/passkey/challenge',
    {
      ...slowly,
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'A challenge to sign in with a passkey (WebAuthn)',
        response: { 200: challenge },
      },
    },
    async () => challengeForPasskey(kit)(null),
  )
  app.post(
    '/v1/sign-in/passkey',
    {
      ...slowly,
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'Sign in with a passkey',
        body: passkeyAnswer,
        response: { 200: done },
      },
    },
    async (request, reply) => {
      const { challenge: id, credential: given } = request.body
      const outcome = await signInWithPasskey(kit, tries)(id, given as AuthenticationResponseJSON, placeOf(request))
      await letIn(kit, request, reply, outcome.secret)
      return finished
    },
  )
  app.get(
    '/v1/me/passkeys',
    { schema: { tags, summary: 'Your passkeys', response: { 200: passkeyList } } },
    async request => ({
      items: await kit.database.query(
        'SELECT id, name, added_at AS "addedAt", used_at AS "usedAt" FROM passkey WHERE person_id = $1 ORDER BY added_at LIMIT 50',
        [requireSignIn(request).person],
      ),
    }),
  )
  app.post(
    '/v1/me/passkeys/challenge',
    { schema: { tags, summary: 'Begin to add a passkey', response: { 200: challenge } } },
    async request => beginPasskey(kit)(requireSignIn(request)),
  )
  app.post(
    '/v1/me/passkeys',
    {
      schema: {
        tags,
        summary: 'Add the passkey that the browser made; recovery codes come with the first',
        body: passkeyMade,
        response: { 200: recoveryCodes },
      },
    },
    async request => {
      const live = requireSignIn(request)
      const { challenge: id, name, credential: given } = request.body
      return { recoveryCodes: await addPasskey(kit)(live, id, name, given as RegistrationResponseJSON) }
    },
  )
  app.delete(
    '/v1/me/passkeys/:passkey',
    { schema: { tags, summary: 'Remove a passkey', params: passkeyParam, response: { 200: done } } },
    async request => {
      await removePasskey(kit)(requireSignIn(request), request.params.passkey)
      return finished
    },
  )
  app.post(
    '/v1/me/proof/passkey/challenge',
    {
      schema: { tags, summary: 'A challenge to prove again who you are, with a passkey', response: { 200: challenge } },
    },
    async request => challengeForPasskey(kit)(requireSignIn(request)),
  )
  app.post(
    '/v1/me/proof/passkey',
    {
      schema: {
        tags,
        summary: 'Prove again who you are, with a passkey',
        body: passkeyAnswer,
        response: { 200: proven },
      },
    },
    async request => {
      const { challenge: id, credential: given } = request.body ?? {}
      return proveWithPasskey(kit, tries)(
        requireSignIn(request),
        id,
        given as AuthenticationResponseJSON,
        placeOf(request),
      )
    },
  )

  app.post(
    '/v1/me/recovery-codes',
    { schema: { tags, summary: 'Draw new recovery codes; they are told this once', response: { 200: codes } } },
    async request => ({ codes: await renewRecoveryCodes(kit)(requireSignIn(request)) }),
  )

  app.post(
    '/v1/forgotten-passwords',
    {
      ...slowly,
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'Ask for a link to choose a new password',
        body: forgotten,
        response: { 202: sent },
      },
    },
    async (request, reply) => {
      await forgotPassword(kit)(request.body.address)
      return reply.code(202).send({ sent: true as const })
    },
  )
  app.post(
    '/v1/forgotten-passwords/choice',
    {
      ...slowly,
      schema: {
        security: nobodySignedIn,
        tags,
        summary: 'Choose a new password with the link from the letter',
        body: chosen,
        response: { 200: choice },
      },
    },
    async request => choosePassword(kit, words, tries)(request.body, placeOf(request)),
  )
  app.put(
    '/v1/me/password',
    { ...slowly, schema: { tags, summary: 'Change your password', body: changed, response: { 200: done } } },
    async request => {
      await changePassword(kit, words, tries)(requireSignIn(request), request.body, placeOf(request))
      return finished
    },
  )

  app.get(
    '/v1/me/addresses',
    { schema: { tags, summary: 'Your verified addresses', response: { 200: addressList } } },
    async request => ({
      items: await kit.database.query(
        'SELECT address, main, verified_at AS "verifiedAt" FROM person_address WHERE person_id = $1 ORDER BY main DESC, address LIMIT 50',
        [requireSignIn(request).person],
      ),
    }),
  )
  app.post(
    '/v1/me/addresses',
    {
      ...slowly,
      schema: {
        tags,
        summary: 'Add an address: a letter goes there first',
        body: forgotten,
        response: { 202: sentTo },
      },
    },
    async (request, reply) =>
      reply.code(202).send(await askToAddAddress(kit)(requireSignIn(request), request.body.address)),
  )
  app.post(
    '/v1/addresses/confirmation',
    {
      ...slowly,
      schema: {
        tags,
        summary: 'Add the address whose letter was read',
        body: linkGiven,
        response: { 200: object({ address: string().required() }) },
      },
    },
    async request => confirmAddress(kit)(requireSignIn(request), request.body.link),
  )
  app.put(
    '/v1/me/addresses/:address/main',
    {
      schema: {
        tags,
        summary: 'Have letters sent to another of your addresses',
        params: addressParam,
        response: { 200: done },
      },
    },
    async request => {
      await chooseMainAddress(kit)(requireSignIn(request), request.params.address)
      return finished
    },
  )
  app.delete(
    '/v1/me/addresses/:address',
    { schema: { tags, summary: 'Remove one of your addresses', params: addressParam, response: { 200: done } } },
    async request => {
      await removeAddress(kit)(requireSignIn(request), request.params.address)
      return finished
    },
  )
}
