import { parsePhoneNumberFromString } from 'libphonenumber-js'
import { knownPurposes, samePurpose, type WorksAs } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { changeFor, readBusinessNumber, requireStanding, type Acting } from '../businesses/acting.ts'

/** What a business that works for others shows of itself: its number, and the purposes it needs, with a reason for each. */
export interface Card {
  readonly number: string
  readonly name: string
  readonly town: string
  readonly since: string
  readonly introduction: string
  readonly worksAs: WorksAs | null
  readonly telephone: string | null
  readonly contact: string
  readonly purposes: readonly { readonly name: string; readonly reason: string }[]
}

interface CardRow extends Omit<Card, 'since'> {
  since: Date
}

const card = `SELECT business.number, business.name, business.town, business.opened_at AS since, card.introduction, card.contact, card.purposes,
    business.works_as AS "worksAs", business.contact ->> 'telephone' AS telephone
  FROM calling_card card JOIN business ON business.id = card.business_id`

/** The published card of a business, for anybody who has its link; `card.unknown` alike where there is none. */
export async function getCard(manager: EntityManager, text: string): Promise<Card> {
  const [row] = (await manager.query(`${card} WHERE business.number = $1 AND business.closed_at IS NULL`, [
    readBusinessNumber(text),
  ])) as CardRow[]
  if (row) return { ...row, since: row.since.toISOString() }
  throw new Problem('card.unknown', 'There is no calling card under this link. It may have been taken back.')
}

export async function findOwnCard(manager: EntityManager, acting: Acting): Promise<Card | null> {
  const [row] = (await manager.query(`${card} WHERE business.id = $1`, [acting.id])) as CardRow[]
  return row ? { ...row, since: row.since.toISOString() } : null
}

export type CardWanted = Pick<Card, 'introduction' | 'contact' | 'purposes'>

export function publishCard(kit: Kit) {
  return async (acting: Acting, wanted: CardWanted): Promise<void> => {
    requireStanding(acting, 'deal-with-partners', 'Publishing a calling card')
    const unknown = wanted.purposes.find(({ name }) => !knownPurposes.some(known => samePurpose(known.name, name)))
    if (unknown)
      throw new Problem(
        'purpose.unknown',
        `“${unknown.name}” is no purpose that every business has: ${knownPurposes.map(known => `“${known.name}”`).join(', ')} are.`,
        { pointer: '/purposes' },
      )
    await changeFor(kit, acting, async change => {
      await change.manager.query(
        `INSERT INTO calling_card (business_id, introduction, contact, purposes, published_at) VALUES ($1, $2, $3, $4, $5)
         ON CONFLICT (business_id) DO UPDATE SET introduction = excluded.introduction, contact = excluded.contact,
           purposes = excluded.purposes, published_at = excluded.published_at`,
        [acting.id, wanted.introduction, wanted.contact, JSON.stringify(wanted.purposes), change.now.toString()],
      )
      change.record({
        chain: acting.id,
        what: 'card.published',
        sentence: `${acting.live.name} published the calling card of ${acting.name}: ${wanted.purposes.map(one => `“${one.name}”`).join(', ')}.`,
        data: { ...wanted },
      })
    })
  }
}

export function takeCardBack(kit: Kit) {
  return async (acting: Acting): Promise<void> => {
    requireStanding(acting, 'deal-with-partners', 'Taking back the calling card')
    await changeFor(kit, acting, async change => {
      const [, taken] = (await change.manager.query('DELETE FROM calling_card WHERE business_id = $1', [
        acting.id,
      ])) as [unknown, number]
      change.record({
        chain: acting.id,
        what: taken ? 'card.taken-back' : 'card.taking-back-repeated',
        sentence: `${acting.live.name} took back the calling card of ${acting.name}${taken ? '' : '; there was none'}.`,
      })
    })
  }
}

/** The card as a vCard 4.0 (RFC 6350). */
export function asVCard(shown: Card, url: string): string {
  const lines = [
    'BEGIN:VCARD',
    'VERSION:4.0',
    'KIND:org',
    `FN:${escapeText(shown.name)}`,
    `ORG:${escapeText(shown.name)}`,
    `ADR:;;;${escapeText(shown.town)};;;`,
    ...(shown.telephone ? [`TEL;VALUE=uri:${parsePhoneNumberFromString(shown.telephone)!.getURI()}`] : []),
    ...(/^\S+@\S+$/.test(shown.contact) ? [`EMAIL:${escapeText(shown.contact)}`] : []),
    `URL:${url}`,
    `NOTE:${escapeText(`Business number ${shown.number}. ${shown.introduction}`)}`,
    'END:VCARD',
  ]
  return lines.map(fold).join('\r\n') + '\r\n'
}

function escapeText(text: string): string {
  return text.replace(/[\\,;]/g, '\\$&').replace(/\r?\n/g, '\\n')
}

/** Lines are folded at 75 octets; what is cut between two characters goes on after a space. */
function fold(line: string): string {
  const lines: string[] = []
  let current = ''
  for (const character of line) {
    if (Buffer.byteLength(current + character) > (lines.length === 0 ? 75 : 74)) {
      lines.push(current)
      current = ''
    }
    current += character
  }
  return [...lines, current].join('\r\n ')
}
