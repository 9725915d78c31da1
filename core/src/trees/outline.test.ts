import { expect, test } from 'vitest'
import { outline } from './outline.ts'

const manager = (name: string) => ({ number: name, kind: 'manager-account', name })
const account = (name: string) => ({ number: name, kind: 'ad-account', name })

test('a tree is written from the top down, manager accounts before accounts, each by name', () => {
  const nodes = [account('Long Haul'), account('Cold Chain'), manager('Travel'), manager('All'), manager('Food')]
  const branches = [
    { below: 'Long Haul', above: 'Travel' },
    { below: 'Cold Chain', above: 'All' },
    { below: 'Travel', above: 'All' },
    { below: 'Food', above: 'All' },
  ]
  const lines = outline(nodes, branches).map(({ depth, node }) => `${'  '.repeat(depth)}${node.name}`)
  expect(lines).toEqual(['All', '  Food', '  Travel', '    Long Haul', '  Cold Chain'])
})

test('what hangs under two manager accounts stands under each, with the branch it hangs by', () => {
  const nodes = [account('Long Haul'), manager('Travel'), manager('Food')]
  const branches = [
    { below: 'Long Haul', above: 'Travel', level: 'run' },
    { below: 'Long Haul', above: 'Food', level: 'watch' },
  ]
  expect(outline(nodes, branches).map(({ node, branch }) => `${node.name} ${branch?.level ?? ''}`.trim())).toEqual([
    'Food',
    'Long Haul watch',
    'Travel',
    'Long Haul run',
  ])
})
