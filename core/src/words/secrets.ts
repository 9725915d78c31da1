/** A password said as one: `password: gull7`, `pwd=…`, “the password is gull7”. */
const password =
  /(?<!\p{L})(?:pass(?:word|code|phrase|wort|wd)|pwd|kennwort|contraseña|senha|mot de passe|parola d.ordine)(?!\p{L})\s*(?:[:=]\s*\S{3,}|(?:is|ist|es|é|est)\s+(?=\S*[\d!$%&#@])\S{4,})/iu
/** A code of a second step, said as one. */
const code = /(?<!\p{L})(?:code|otp|2fa|pin)(?!\p{L})\s*[:=]\s*\d{4,8}(?!\d)/iu
/** A token or the secret part of a link, as they are made here: long, and of letters of both cases and digits alike. */
const made = /(?:^|[\s#"'(“])(?=[\w-]*[a-z])(?=[\w-]*[A-Z])(?=[\w-]*\d)[\w-]{40,}(?![\w-])/u

/** Why such a text is refused. */
export const secretsAreNotShared =
  'That looks like a password, a code or a secret link. Nobody needs one of yours: give them access instead, and leave it out here.'

/** Whether a text seems to hold a way to sign in. Nobody shares one here: access is given instead. */
export function holdsSecret(text: string): boolean {
  return password.test(text) || code.test(text) || made.test(text)
}
