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

/** The shortest and the longest that somebody’s own password can be. */
const ownLengths = { least: 10, most: 200 }
/** As many as are looked at of one text: each costs as much as a sign-in. */
const mostOwn = 4

/**
 * What of a text could be somebody’s own password, to be compared with what is kept of that: the whole, what follows a colon, and
 * words that no language has. Addresses, numbers and links are none.
 */
export function maybePasswords(text: string): string[] {
  const whole = text.trim()
  const after = /[:=]\s+(\S.*)$/su.exec(whole)?.[1]
  const odd = whole
    .split(/\s+/u)
    .flatMap(word => [word, word.replace(/^["'“‘(]+|["'”’).,;]+$/gu, '')])
    .filter(
      word =>
        /\p{L}/u.test(word) && /[^\p{L}\p{M}’'-]/u.test(word) && !/@|:\/\/|^\p{Lu}-\d|^\p{Ll}[\p{Ll}-]+\//u.test(word),
    )
  const found = [whole, ...(after ? [after] : []), ...odd]
  return [...new Set(found)]
    .filter(one => one.length >= ownLengths.least && one.length <= ownLengths.most)
    .slice(0, mostOwn)
}
