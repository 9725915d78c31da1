import {
  startAuthentication,
  startRegistration,
  type PublicKeyCredentialCreationOptionsJSON,
  type PublicKeyCredentialRequestOptionsJSON,
} from '@simplewebauthn/browser'

/** Has the browser ask for a passkey. */
export function askPasskey(options: unknown) {
  return saidWell(startAuthentication({ optionsJSON: options as PublicKeyCredentialRequestOptionsJSON }))
}

/** Has the browser make one. */
export function makePasskey(options: unknown) {
  return saidWell(startRegistration({ optionsJSON: options as PublicKeyCredentialCreationOptionsJSON }))
}

async function saidWell<T>(asked: Promise<T>): Promise<T> {
  try {
    return await asked
  } catch (error) {
    throw sayPasskeyError(error)
  }
}

/** What a browser says when a passkey could not be used, in words that help; its own are for those who build pages. */
function sayPasskeyError(error: unknown): Error {
  const name = error instanceof Error ? error.name : ''
  const said: Record<string, string> = {
    NotAllowedError:
      'The passkey was not used: it was cancelled, or nothing was chosen in time. Nothing was changed. Try again.',
    AbortError: 'The passkey was not used: it was cancelled. Nothing was changed. Try again.',
    InvalidStateError: 'This device has a passkey for you already. Sign in with it, or use another device.',
    NotSupportedError: 'This device cannot make such a passkey. Use another one, or a code from an app.',
    SecurityError:
      'Passkeys belong to one address of Famiglia, and this page has another. Open Famiglia at its usual address.',
    ConstraintError: 'This device has no screen lock, which a passkey needs. Set one up, or use another device.',
  }
  return new Error(said[name] ?? 'The passkey could not be used here. Try again, or confirm another way.', {
    cause: error,
  })
}
