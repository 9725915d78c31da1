<script lang="ts">
  import { actionsOfKind, sayGiven, sayList } from '@famiglia/core'
  import type { Composer } from './composer.svelte'
  import type { Known } from './known.svelte'
  import type { LevelSaid } from './level-said'
  import Part from './Part.svelte'

  /** The sentence itself, large on the page: each thing that was chosen is a part of its own, and opens what it can be. */
  interface Props {
    composer: Composer
    known: Known
    nameOf: (who: string) => string
    untilSaid: string
    /** The part that is open: `who bea@…`, `what 0`, `on page/day-trips`; null for none. */
    open: string | null
  }
  let { composer, known, nameOf, untilSaid, open = $bindable() }: Props = $props()

  function givenSaid({ tier, actions, on }: LevelSaid): string {
    if (composer.isByPurpose) return composer.purpose
    const kind = on
      .map(key => known.thing(key).kind)
      .find(one => one && actions.every(a => actionsOfKind(one).includes(a)))
    return sayGiven({ tier, actions }, kind ?? null)
  }

  const opening = (part: string) => ({
    open: open === part,
    onopen: () => (open = part),
    onclose: () => (open = null),
  })
  /** What stands between two of a list in the run of the text. */
  const joint = (index: number, count: number) => (index === 0 ? '' : index === count - 1 ? ' and ' : ', ')
</script>

<p class="sentence">
  Let {#each composer.who as key, index (key)}{joint(index, composer.who.length)}<Part
      label="Who"
      value={nameOf(key)}
      {...opening(`who ${key}`)}
      onclear={() => composer.removeWho(key)}
    />{:else}<Part label="Who" value="" empty="somebody" {...opening('who')} />{/each}
  {#each composer.levels as level, at (at)}{at === 0 ? '' : ' and '}<Part
      label={composer.levels.length > 1
        ? `Purpose or tier on ${sayList(level.on.map(key => known.thing(key).name))}`
        : 'Purpose or tier'}
      value={givenSaid(level)}
      empty="get something done"
      italic
      {...opening(`what ${at}`)}
    />
    on {#each level.on as key, index (key)}{@const thing = known.thing(key)}{joint(index, level.on.length)}{thing.noun}
      <Part
        label="Assets"
        value={thing.name}
        {...opening(`on ${key}`)}
        onclear={() => composer.removeOn(key)}
        after={at === composer.levels.length - 1 && index === level.on.length - 1 ? ',' : ''}
      />{:else}<Part
        label="Assets"
        value=""
        empty={composer.isByPurpose ? 'all that it takes' : 'an asset'}
        after={at === composer.levels.length - 1 ? ',' : ''}
        {...opening('on')}
      />{/each}{/each} hiding
  <Part
    label="Hiding"
    value={sayList(composer.hiding)}
    empty="nothing"
    {...opening('hiding')}
    after=","
    onclear={() => (composer.hiding = [])}
  /> until
  <Part
    label="Until"
    value={untilSaid}
    empty="no end"
    {...opening('until')}
    after={composer.purpose && !composer.isByPurpose ? ',' : '.'}
    onclear={() => (composer.until = '')}
  />{#if composer.purpose && !composer.isByPurpose}<span> to</span>
    <Part
      label="For the purpose"
      value={composer.purpose}
      italic
      {...opening('purpose')}
      after="."
      onclear={() => (composer.purpose = '')}
    />{/if}
</p>
