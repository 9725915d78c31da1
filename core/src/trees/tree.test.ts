import fc from 'fast-check'
import { expect, test } from 'vitest'
import { deepestTree } from '../access/index.ts'
import { sayUnfit, whyUnfit, type Branch, type TreeNode } from './tree.ts'

const manager = (name: string): TreeNode => ({ id: name, name, isManager: true })
const account = (name: string): TreeNode => ({ id: name, name, isManager: false })
const [all, travel, food] = [manager('Gullwright All'), manager('Gullwright Travel'), manager('Gullwright Food')]
const summer = account('Summer Crossings')
const branch = (below: TreeNode, above: TreeNode): Branch => ({ below, above })

test('what hangs under itself is refused, by whatever way, and the way is named', () => {
  const known = [branch(summer, travel), branch(travel, all)]
  expect(whyUnfit(known, branch(food, all))).toBeNull()
  expect(whyUnfit(known, branch(summer, all))).toBeNull()
  expect(sayUnfit(whyUnfit(known, branch(all, all))!)).toBe('Gullwright All cannot hang under itself.')
  const loop = whyUnfit([...known, branch(all, food)], branch(food, travel))!
  expect(loop).toEqual({ code: 'link.loop', way: ['Gullwright Travel', 'Gullwright All', 'Gullwright Food'] })
  expect(sayUnfit(loop)).toBe(
    'That would be a loop: Gullwright Travel hangs under Gullwright Food already (Gullwright Travel › Gullwright All › Gullwright Food).',
  )
})

test('six manager accounts hang one above another and no seventh, at whichever end it is put', () => {
  const tower = Array.from({ length: deepestTree }, (_one, at) => manager(`m${at}`))
  const known = tower.slice(1).map((above, at) => branch(tower[at]!, above))
  const seventh = manager('seventh')
  expect(whyUnfit(known, branch(summer, tower[0]!))).toBeNull()
  for (const unfit of [branch(seventh, tower[0]!), branch(tower.at(-1)!, seventh)])
    expect(whyUnfit(known, unfit)).toMatchObject({ code: 'link.too-deep' })
  const told = sayUnfit(whyUnfit([...known, branch(summer, tower[0]!)], branch(tower.at(-1)!, seventh))!)
  expect(told).toBe(
    'That would be more than six manager accounts one above another: m0 › m1 › m2 › m3 › m4 › m5 › seventh.',
  )
  expect(whyUnfit(known.slice(1), branch(seventh, tower[1]!))).toBeNull()
})

/** All ways upward from every node, laid out one by one; null where one comes back to where it was. */
function layOut(branches: readonly Branch[], nodes: readonly TreeNode[]): TreeNode[][] | null {
  const ways: TreeNode[][] = []
  const walk = (way: TreeNode[]): boolean => {
    ways.push(way)
    return branches
      .filter(({ below }) => below.id === way.at(-1)!.id)
      .every(({ above }) => !way.some(node => node.id === above.id) && walk([...way, above]))
  }
  return nodes.every(node => walk([node])) ? ways : null
}

test('over any tree, just what keeps every way free of loops and six deep can be hung under something', () => {
  const nodes = [summer, ...Array.from({ length: 8 }, (_one, at) => manager(`m${at}`))]
  const drawn = fc.record({ below: fc.nat(8), above: fc.integer({ min: 1, max: 8 }) })
  const met = new Set<string>()
  fc.assert(
    fc.property(fc.array(drawn, { minLength: 4, maxLength: 18 }), attempts => {
      const branches: Branch[] = []
      for (const { below, above } of attempts) {
        const next = branch(nodes[below]!, nodes[above]!)
        const unfit = whyUnfit(branches, next)
        const ways = layOut([...branches, next], nodes)
        const fits = ways?.every(way => way.filter(node => node.isManager).length <= deepestTree) ?? false
        expect(unfit === null).toBe(fits)
        met.add(unfit?.code ?? 'fits')
        if (unfit) expect(sayUnfit(unfit)).toContain(unfit.way[0])
        else branches.push(next)
      }
    }),
    { numRuns: 400 },
  )
  expect([...met].sort()).toEqual(['fits', 'link.loop', 'link.too-deep', 'link.under-itself'])
})
