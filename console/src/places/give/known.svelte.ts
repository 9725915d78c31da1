import {
  actionsOfKind,
  allKinds,
  isAction,
  isKind,
  kinds,
  levelOf,
  sayMany,
  type Action,
  type Kind,
} from '@famiglia/core'
import { createQuery } from '@tanstack/svelte-query'
import type { Acting } from '../../reach/acting.svelte'
import { assetsOf, bundlesOf, heldOf, partnersOf, peopleOf, teamsOf } from '../../reach/lists'
import { answerOf, service, type Schemas } from '../../reach/service'
import type { ThingNamed } from './what-for'

/** Something to choose: how a sentence names it, its name, and what else it is found by. */
export interface Choice {
  readonly key: string
  readonly name: string
  readonly more: string
  /** What finds it and is not shown. */
  readonly also: string
  readonly noun: string
}

/** Whom and what the acting business knows, to be named in a sentence. */
export class Known {
  private readonly assets: ReturnType<typeof assetsOf>
  private readonly people: ReturnType<typeof peopleOf>
  private readonly teams: ReturnType<typeof teamsOf>
  private readonly bundles: ReturnType<typeof bundlesOf>
  private readonly partners: ReturnType<typeof partnersOf>
  private readonly held: ReturnType<typeof heldOf>
  private readonly mine: { readonly data: Schemas['Holding'][] | undefined }

  constructor(private readonly acting: Acting) {
    this.assets = assetsOf(acting)
    this.people = peopleOf(acting)
    this.teams = teamsOf(acting)
    this.bundles = bundlesOf(acting)
    this.partners = partnersOf(acting)
    this.held = heldOf(acting)
    this.mine = createQuery(() => ({
      queryKey: ['my holdings to give'],
      queryFn: async () =>
        (await answerOf(service.GET('/v1/me/holdings', { params: { query: { limit: 200 } } }))).items,
      enabled: !acting.isAdmin,
    }))
  }

  get who(): readonly Choice[] {
    return [
      ...(this.people.data?.items ?? []).map(({ address, name }) => ({
        key: address,
        name,
        more: address,
        also: '',
        noun: '',
      })),
      ...(this.teams.data?.items ?? []).map(team => ({
        key: `team/${team.handle}`,
        name: team.name,
        more: `team of ${team.members}`,
        also: '',
        noun: 'the team',
      })),
      ...(this.partners.data?.items ?? []).map(partner => ({
        key: partner.number,
        name: partner.name,
        more: `business in ${partner.town}, ${partner.number}`,
        also: '',
        noun: '',
      })),
    ]
  }

  get partnersNumbered(): readonly { number: string; name: string }[] {
    return this.partners.data?.items ?? []
  }

  get assetsNumbered(): readonly { number: string; name: string }[] {
    return [...(this.assets.data?.items ?? []), ...(this.held.data?.items ?? [])]
  }

  get what(): readonly Choice[] {
    return [
      ...(this.assets.data?.items ?? []).map(asset => ({
        key: `${asset.kind}/${asset.handle}`,
        name: asset.name,
        more: `${asset.noun}, ${asset.number}`,
        // What the trade calls it finds it too: typing “pixel” finds the tag.
        also: isKind(asset.kind) ? kinds[asset.kind].alsoCalled.join(' ') : '',
        noun: `the ${asset.noun}`,
      })),
      ...(this.bundles.data?.items ?? []).map(bundle => ({
        key: `bundle/${bundle.handle}`,
        name: bundle.name,
        more: `bundle of ${bundle.assets}`,
        also: '',
        noun: 'the bundle',
      })),
      ...(this.held.data?.items ?? []).map(asset => ({
        key: asset.number,
        name: asset.name,
        more: `${asset.noun} of ${asset.owner.name}, ${asset.number}`,
        also: '',
        noun: `the ${asset.noun}`,
      })),
      ...this.wholeKinds,
    ]
  }

  /** All of a kind at once, where there are several. */
  private get wholeKinds(): readonly Choice[] {
    return allKinds
      .map(kind => ({ kind, count: this.ofKind(kind).length }))
      .filter(({ count }) => count > 1)
      .map(({ kind, count }) => ({
        key: `all:${kind}`,
        name: `All ${sayMany(kinds[kind].noun)}`,
        more: `${count} of them, as they are now`,
        also: '',
        noun: '',
      }))
  }

  /** What a choice stands for: itself, or each asset of a kind. */
  meant(key: string): readonly string[] {
    return key.startsWith('all:') ? this.ofKind(key.slice('all:'.length)) : [key]
  }

  private ofKind(kind: string): readonly string[] {
    return (this.assets.data?.items ?? [])
      .filter(asset => asset.kind === kind && !asset.archived)
      .map(asset => `${asset.kind}/${asset.handle}`)
  }

  thing(key: string): ThingNamed {
    const held = this.held.data?.items.find(asset => asset.number === key)
    const kind = held?.kind ?? key.split('/')[0] ?? ''
    const choice = this.what.find(one => one.key === key)
    return {
      key,
      name: choice?.name ?? key,
      noun: choice?.noun ?? '',
      kind: isKind(kind) ? kind : null,
      most: isKind(kind) ? this.mostOn(key, kind) : null,
    }
  }

  /** What a steward may give there; an admin may give all that there is. */
  private mostOn(key: string, kind: Kind): readonly Action[] | null {
    const mine = this.mine.data?.find(({ asset }) => `${asset.kind}/${asset.handle}` === key || asset.number === key)
    if (!mine) return null
    const tier = mine.tier as Parameters<typeof levelOf>[1]['tier']
    const given = { tier, actions: mine.named.filter(isAction), hiding: [] }
    return actionsOfKind(kind).filter(action => levelOf(kind, given).actions.has(action))
  }
}
