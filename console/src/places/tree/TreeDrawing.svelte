<script lang="ts">
  import { outline } from '@famiglia/core'
  import { SvelteSet } from 'svelte/reactivity'
  import { getActing } from '../../frame/acting-context'
  import TierMark from '../../parts/TierMark.svelte'
  import { markOf, sayBranch } from './branch-words'
  import type { Branch, Node } from './fold'
  import { layOut, nameOf } from './layout'
  import { thicknessOf } from '../../parts/thickness'

  /** What hangs under what: drawn with branches as thick as their ceilings; on a phone a list with the same marks. */
  let { nodes, branches }: { nodes: readonly Node[]; branches: readonly Branch[] } = $props()

  const acting = getActing()
  const opened = new SvelteSet<string>()
  let width = $state(1008)
  const drawing = $derived(layOut({ nodes, branches }, opened, width))
  const lines = $derived(outline([...nodes], [...branches]))
  const ownerOf = (node: Node | null) => (node?.isOwn ? 'yours' : (node?.owner?.name ?? 'owner not told yet'))
  /** Who may give access is told of accounts; between manager accounts it says little. */
  const sayOwn = (node: Node | null, branch: Branch) =>
    sayBranch(node?.kind === 'manager-account' ? { ...branch, tier: null } : branch, acting.zone)
  const address = (node: Node) =>
    node.isOwn
      ? `/${acting.number}/${node.kind === 'manager-account' ? 'manager-accounts' : 'assets'}/${node.number}`
      : node.owner
        ? `/${acting.number}/partners/${node.owner.number}`
        : null
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="wrap" role="group" aria-label="The tree" tabindex="0" bind:clientWidth={width}>
  <div class="drawn" style:height="{drawing.height}px" style:min-width="{drawing.leastWidth}px">
    <svg
      width={drawing.leafX + 20}
      height={drawing.height}
      aria-hidden="true"
      fill="none"
      stroke="currentColor"
      stroke-linecap="round"
    >
      {#each drawing.lines as line (line.key)}
        <path
          d={line.d}
          class={line.form}
          stroke-width={line.form === 'full' ? thicknessOf(line.tier) : line.form === 'beads' ? 5 : 2}
          stroke-dasharray={line.form === 'full' ? undefined : line.form === 'beads' ? '.1 9' : '.1 5'}
        />
      {/each}
    </svg>
    {#each drawing.things as thing (thing.key)}
      {#if thing.isManager}
        <div class="manager" style:left="{thing.x}px" style:top="{thing.y}px" style:width="{drawing.step}px">
          {#if thing.branch}<span class="mark"
              ><TierMark
                tier={thing.branch.tier}
                actions={thing.branch.named.length}
                how={markOf(thing.branch)}
              /></span
            >{/if}
          <b
            >{#if thing.node!.isOwn}<a href={address(thing.node!)}>{thing.name}</a>{:else}{thing.name}{/if}</b
          >
          <small
            >{ownerOf(thing.node)}{#if thing.branch}{@const said = sayOwn(thing.node, thing.branch)}{said
                ? `, ${said}`
                : ''}{/if}{#if thing.node!.stopped}, {thing.node!.stopped}{/if}</small
          >
        </div>
      {:else}
        {@const branch = thing.branch ?? thing.folded!.branches[0]!}
        {@const href = thing.node && address(thing.node)}
        <div class="leaf" style:left="{thing.x}px" style:top="{thing.y}px" style:width="calc(100% - {thing.x}px)">
          <span class="mark"
            ><TierMark tier={branch.tier} actions={branch.named.length} how={markOf(branch)} size="s" /></span
          >
          {#if thing.folded}
            {@const folded = thing.folded}
            <button class="quiet" aria-expanded="false" onclick={() => opened.add(folded.key)}>{thing.name}</button>
          {:else}
            <b
              >{#if href}<a {href}>{thing.name}</a>{:else}<span class="num">{thing.name}</span>{/if}</b
            >
            <span>{ownerOf(thing.node)}</span>
            <i title={sayBranch(branch, acting.zone)}
              >{#if branch.proposal}<a href="/{acting.number}/proposals/{branch.proposal}"
                  >{sayBranch(branch, acting.zone)}</a
                >{:else}{sayBranch(branch, acting.zone)}{/if}</i
            >
          {/if}
        </div>
      {/if}
    {/each}
  </div>
</div>
<ul class="twigs" aria-label="The tree, line by line">
  {#each lines as { depth, node, branch }, index (index)}
    {@const href = address(node)}
    <li style:--d={depth}>
      <span class="mark"
        ><TierMark
          tier={branch ? branch.tier : 'steward'}
          actions={branch?.named.length ?? 1}
          how={branch ? markOf(branch) : 'own'}
          size="s"
        /></span
      >
      <span
        ><b
          >{#if href}<a {href}>{nameOf(node, branch)}</a>{:else}<span class="num">{nameOf(node, branch)}</span>{/if}</b
        ><small
          >{ownerOf(node)}{#if branch}{@const said = sayOwn(node, branch)}{said ? `, ${said}` : ''}{/if}</small
        ></span
      >
    </li>
  {/each}
</ul>

<style>
  .wrap {
    overflow-x: auto;
    padding: 0.25rem 0;
  }
  .drawn {
    position: relative;
  }
  svg {
    position: absolute;
    inset: 0;
  }
  .dots {
    color: var(--ink-3);
  }
  b {
    font: 600 1.0625rem/1.25rem var(--font-serif);
  }
  a {
    text-decoration: none;
  }
  a:hover {
    text-decoration: underline;
  }
  .manager {
    position: absolute;
    transform: translateY(-50%);
    height: 58px;
    display: grid;
    grid-template-rows: 1fr 1fr;
  }
  .manager b,
  .manager small {
    padding-left: 1.75rem;
    align-self: end;
    padding-bottom: 0.25rem;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
    max-width: calc(100% - 3.25rem);
  }
  .manager:not(:has(.mark)) b,
  .manager:not(:has(.mark)) small {
    padding-left: 0;
  }
  .manager small {
    align-self: start;
    padding: 0.375rem 0 0 1.75rem;
    color: var(--ink-2);
  }
  .manager .mark {
    position: absolute;
    left: -2px;
    top: 50%;
    transform: translateY(-50%);
    line-height: 0;
  }
  .leaf {
    position: absolute;
    transform: translateY(-50%);
    display: grid;
    grid-template-columns: 1.5rem minmax(8rem, 10.5rem) minmax(8rem, 10.5rem) minmax(0, 1fr);
    gap: 0.5rem;
    align-items: center;
    height: 28px;
    padding-left: 2px;
    white-space: nowrap;
  }
  .leaf > * {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .leaf b a {
    display: block;
    overflow: inherit;
    text-overflow: inherit;
    line-height: 1.5rem;
  }
  .leaf .mark {
    overflow: visible;
    line-height: 0;
  }
  .leaf span:not(.mark) {
    font-size: 0.9063rem;
    color: var(--ink-2);
  }
  .leaf i {
    font: italic 400 1rem/1.25rem var(--font-serif);
    color: var(--ink-2);
    text-align: right;
  }
  .leaf button {
    grid-column: 2 / -1;
    justify-self: start;
  }
  .twigs {
    display: none;
  }
  @media (max-width: 900px) {
    .wrap {
      display: none;
    }
    .twigs {
      display: grid;
      gap: 0.5rem;
      padding: 0.25rem 0;
    }
    .twigs li {
      display: grid;
      grid-template-columns: 1.5rem minmax(0, 1fr);
      gap: 0.625rem;
      padding-left: calc(var(--d) * 1.25rem);
    }
    .twigs small {
      display: block;
      color: var(--ink-2);
      font-size: 0.875rem;
    }
  }
</style>
