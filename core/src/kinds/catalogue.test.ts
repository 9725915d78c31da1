import { expect, test } from 'vitest'
import { actionsOfKind, actionsOfTier, ownersActions, tiers } from '../levels/index.ts'
import { knownPurposes } from '../purposes/index.ts'
import { parseWhat } from '../sentences/index.ts'
import { sayAction } from '../words/index.ts'
import { allActions, allFigures, allKinds, findKinds, isAction, isKind, kindMeantBy, kinds } from './index.ts'

test('every action there is belongs to some kind or to the owner, and every kind has only actions that there are', () => {
  const used = new Set(allKinds.flatMap(kind => actionsOfKind(kind)))
  expect(allActions.filter(action => !used.has(action) && !ownersActions.some(own => own === action))).toEqual([])
  for (const action of used) expect(isAction(action), action).toBe(true)
})

test('no tier gives twice what a tier beneath it gave, and each adds something', () => {
  for (const kind of allKinds) {
    const steps = tiers.map(tier => kinds[kind].tiers[tier])
    const all = steps.flat()
    expect(new Set(all).size, kind).toBe(all.length)
    for (const [index, added] of steps.entries()) expect(added.length, `${kind} ${tiers[index]}`).toBeGreaterThan(0)
  }
})

test('only who can steward gives access, and nobody gets it by a tier beneath, or beside one', () => {
  for (const kind of allKinds) {
    expect(actionsOfTier(kind, 'run').has('access.change'), kind).toBe(false)
    expect(actionsOfTier(kind, 'steward').has('access.change'), kind).toBe(true)
    expect(kinds[kind].byName, kind).not.toContain('access.change')
  }
})

test('figures are shown by actions of the kind, and each figure of a kind by some action that its first tier does not hide', () => {
  for (const kind of allKinds) {
    const { shows, figures } = kinds[kind]
    for (const [action, shown] of Object.entries(shows)) {
      expect(actionsOfKind(kind), `${kind} ${action}`).toContain(action)
      for (const figure of shown) expect(figures, `${kind} ${action}`).toContain(figure)
    }
    for (const figure of figures) {
      expect(allFigures).toContain(figure)
      expect(
        Object.values(shows).some(shown => shown.includes(figure)),
        `nothing on ${kind} shows ${figure}`,
      ).toBe(true)
    }
  }
})

test('what spends money is told by the kind that has it, and never by looking alone', () => {
  for (const kind of allKinds)
    for (const action of kinds[kind].spends) expect(actionsOfTier(kind, 'watch').has(action), kind).toBe(false)
  expect(allKinds.filter(kind => kinds[kind].spends.length > 0).length).toBeGreaterThan(0)
})

test('no word of the trade stands for two kinds, and each finds its own, also in the plural and with a dash', () => {
  for (const kind of allKinds)
    for (const word of kinds[kind].alsoCalled) {
      expect(kindMeantBy(word), word).toBe(kind)
      expect(kindMeantBy(`${word}s`), word).toBe(kind)
      expect(findKinds(word.replaceAll(' ', '-')), word).toEqual([kind])
    }
})

test('a kind’s name is a handle that a sentence reads, and what is said instead names it', () => {
  for (const kind of allKinds) {
    expect(isKind(kind)).toBe(true)
    expect(parseWhat(`${kind}/x`)).toMatchObject({ ok: true, what: { kind } })
    for (const word of kinds[kind].alsoCalled.filter(one => !one.includes(' ')))
      expect(parseWhat(`${word}/x`), word).toMatchObject({ ok: false, error: { nearest: `${kind}/x` } })
  }
})

test('each action is said in plain words of its own, with the kind’s name where it is about that', () => {
  for (const kind of allKinds) {
    const said = actionsOfKind(kind).map(action => sayAction(action, kind))
    expect(new Set(said).size, kind).toBe(said.length)
    for (const words of said) expect(words, kind).toMatch(/^[a-z][a-z ]+$/)
  }
})

test('what contains others is not contained in itself, by any way', () => {
  const reaches = (from: string, seen: readonly string[] = []): boolean =>
    kinds[from as 'page'].contains.some(
      inner => inner === seen[0] || reaches(inner, [...(seen.length ? seen : [from]), inner]),
    )
  for (const kind of allKinds) expect(reaches(kind, [kind]), kind).toBe(false)
})

test('every purpose that a business has from the start can be given on kinds that platforms hold', () => {
  for (const { name, needs } of knownPurposes) {
    expect(
      needs.some(need => need.must),
      name,
    ).toBe(true)
    for (const need of needs) {
      expect(isKind(need.kind), name).toBe(true)
      expect(Boolean(need.tier) || need.actions.length > 0, name).toBe(true)
    }
  }
})
