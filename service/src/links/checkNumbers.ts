import { isBefore, readNumber, sayGiven, type AssetNumber, sayBegin } from '@famiglia/core'
import type { Asset } from '../assets/queries.ts'
import { getAssetNamed } from '../assets/findAsset.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { getBusiness } from '../businesses/queries.ts'
import { lookUpAsset } from '../partners/lookUp.ts'
import { isPartner } from '../reach/findPartner.ts'
import { getAssetReached } from '../reach/findTarget.ts'
import { assertLinkable } from './named.ts'
import { linkBetween } from './keepLink.ts'

/** One line of what was pasted. */
export interface CheckedLine {
  readonly line: number
  /** As it stood there. */
  readonly text: string
  readonly number: string | null
  readonly state: 'good' | 'wrong' | 'left out'
  /** What it is, or what is wrong with it, in words. */
  readonly words: string
  /** The account's name, where it is known to the acting business. */
  readonly name: string | null
  readonly owner: string | null
}

export const mostLines = 200

/** What may stand between numbers in a mail, a table or a CSV file. */
const looksNumbered = /[a-zA-Z]?[-\s]?[0-9０-９][0-9０-９-]{5,}/gu

/**
 * Reads numbers out of pasted text, as of a mail or a CSV file, and tells of each what it is or what is wrong with it,
 * before anything is sent. Numbers of others count as look-ups.
 */
export function checkNumbers(kit: Kit) {
  return async (acting: Acting, text: string, underNamed: string): Promise<CheckedLine[]> => {
    requireStanding(acting, 'deal-with-partners', 'Asking other businesses for accounts')
    const under = await getAssetNamed(kit.database.manager, acting, underNamed)
    const found = text
      .split(/\r?\n/)
      .flatMap((line, index) =>
        [...line.matchAll(looksNumbered)].map(match => ({ line: index + 1, text: match[0].trim() })),
      )
    if (found.length === 0)
      throw new Problem('number.malformed', 'There is no number in it: an account’s looks like A-2718-2818-24.', {
        pointer: '/text',
      })
    if (found.length > mostLines)
      throw new Problem('request.invalid', `There are more than ${mostLines} numbers in it. Paste them in parts.`, {
        pointer: '/text',
      })
    const seen = new Set<string>()
    const lines: CheckedLine[] = []
    for (const one of found) {
      const checked = await check(kit, acting, under, one)
      const again = checked.number !== null && seen.has(checked.number)
      if (checked.number) seen.add(checked.number)
      lines.push(again ? { ...checked, state: 'left out', words: 'It stands here twice; once is enough.' } : checked)
    }
    return lines
  }
}

async function check(
  kit: Kit,
  acting: Acting,
  under: Asset,
  { line, text }: { readonly line: number; readonly text: string },
): Promise<CheckedLine> {
  const told = { line, text, number: null, name: null, owner: null }
  const reading = readNumber(text)
  if (!reading.ok)
    return {
      ...told,
      state: 'wrong',
      words:
        reading.code === 'number.wrong-check'
          ? 'A digit is wrong: the check digits do not fit.'
          : 'This is no number of an account.',
    }
  if (reading.kind !== 'A')
    return {
      ...told,
      number: reading.number,
      state: 'wrong',
      words: 'This is a business’s number; an account’s begins with A.',
    }
  const numbered = { ...told, number: reading.number }
  try {
    return { ...numbered, ...(await tell(kit, acting, under, reading.number as AssetNumber)) }
  } catch (cause) {
    if (!(cause instanceof Problem) || cause.code === 'request.too-many') throw cause
    return { ...numbered, state: 'wrong', words: cause.message }
  }
}

async function tell(
  kit: Kit,
  acting: Acting,
  under: Asset,
  number: AssetNumber,
): Promise<Pick<CheckedLine, 'state' | 'words' | 'name' | 'owner'>> {
  const { manager } = kit.database
  const reached = await reachedAsset(kit, acting, number)
  const account = reached ?? (await lookUpAsset(kit, acting, number))
  const name = reached?.name ?? null
  assertLinkable(account, name ?? 'This')
  const link = await linkBetween(manager, account, under)
  if (link && (!link.until || isBefore(kit.clock.now(), link.until))) {
    const since = sayBegin(link.from, acting.zone)
    return {
      state: 'left out',
      words: `It is linked already, at ${sayGiven(link, account.kind)}, since ${since}. Say it again to ask for more.`,
      name: account.name,
      owner: (await getBusiness(manager, account.businessId)).name,
    }
  }
  if (account.businessId === acting.id)
    return { state: 'good', words: 'It is yours: it is linked at once.', name: account.name, owner: acting.name }
  const owner = await getBusiness(manager, account.businessId)
  const isKnown = await isPartner(manager, acting.id, owner.id)
  return {
    state: 'good',
    words: isKnown ? `${owner.name} is asked.` : 'Its owner is asked, and told who you are.',
    name,
    owner: isKnown ? owner.name : null,
  }
}

async function reachedAsset(kit: Kit, acting: Acting, number: AssetNumber): Promise<Asset | null> {
  try {
    return (await getAssetReached(kit.database.manager, acting, number)).asset
  } catch (cause) {
    if (cause instanceof Problem) return null
    throw cause
  }
}
