<script lang="ts">
  import { getActing } from '../../frame/acting-context'
  import TierMark from '../../parts/TierMark.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service, type Schemas } from '../../reach/service'
  import { treeOf } from '../../reach/trees'
  import { sayAddress } from '../give/say'
  import { markOf, sayBranch } from '../tree/branch-words'
  import { sentenceAgain } from '../tree/link-again'

  /** The manager accounts that an account hangs under, with what goes through each: changed, or unlinked, from here. */
  let { asset }: { asset: Schemas['Asset'] } = $props()

  const acting = getActing()
  const tree = treeOf(acting)
  const branches = $derived((tree.data?.branches ?? []).filter(branch => branch.below === asset.number))
  const above = (number: string) => tree.data!.nodes.find(node => node.number === number)!
  const text = $derived(`${asset.kind}/${asset.handle}`)
  const doing = new Doing()

  const freeze = (under: string, lifted: boolean) =>
    doing.run(async () => {
      const link = '/v1/businesses/{business}/manager-accounts/{asset}/accounts/{account}/freeze'
      const params = { path: { business: acting.number, asset: under, account: asset.number } }
      return (await answerOf(lifted ? service.DELETE(link, { params }) : service.PUT(link, { params }))).result
    })
</script>

<div class="span section">
  <h2 class="margin">Linked under</h2>
  <div>
    {#if branches.length > 0}
      <ul>
        {#each branches as branch (branch.above + branch.state)}
          {@const manager = above(branch.above)}
          <li>
            <TierMark tier={branch.tier} actions={branch.named.length} how={markOf(branch)} size="s" />
            <span
              ><b
                >{#if manager.isOwn}<a href="/{acting.number}/manager-accounts/{manager.number}">{manager.name}</a
                  >{:else}{manager.name}{/if}</b
              >
              of {manager.isOwn ? 'yours' : manager.owner?.name}: {branch.level}<small
                >{sayBranch(branch, acting.zone)}</small
              ></span
            >
            <span class="acts"
              >{#if branch.proposal}<a class="btn btn-sm" href="/{acting.number}/proposals/{branch.proposal}">Read it</a
                >{:else if branch.state !== 'ended' && asset.canGiveAccess}<a
                  class="btn btn-sm"
                  href={sayAddress(
                    acting.number,
                    'give',
                    sentenceAgain({ ...branch, number: asset.number }, manager, acting.zone),
                  )}>Change it</a
                >{#if acting.isAdmin}<button
                    class="btn btn-sm"
                    disabled={doing.busy}
                    onclick={() => freeze(manager.number, branch.frozen)}
                    >{branch.frozen ? 'Unfreeze' : 'Freeze'}</button
                  >{/if}<a
                  class="btn btn-sm"
                  href={sayAddress(acting.number, 'give', `unlink ${text} from ${manager.number}`)}>Unlink</a
                >{/if}</span
            >
          </li>
        {/each}
      </ul>
      <Outcome {doing} label="Lift it" />
    {:else}<p class="entry">It hangs under no manager account.</p>{/if}
    {#if acting.isAdmin && asset.kind !== 'manager-account'}<p>
        <a class="btn btn-sm" href="/{acting.number}/link?account={encodeURIComponent(text)}"
          >Offer it to a manager account</a
        >
      </p>{/if}
  </div>
</div>

<style>
  ul {
    display: grid;
    gap: 0.5rem;
    margin-bottom: 0.75rem;
  }
  li {
    display: grid;
    grid-template-columns: 1.75rem minmax(0, 1fr) auto;
    gap: 0.5rem;
    align-items: center;
  }
  b {
    font-weight: 600;
  }
  small {
    color: var(--ink-2);
    margin-left: 0.5rem;
  }
  .acts {
    display: flex;
    gap: 0.5rem;
  }
  @media (max-width: 900px) {
    li {
      grid-template-columns: 1.75rem minmax(0, 1fr);
    }
    .acts {
      grid-column: 2;
    }
  }
</style>
