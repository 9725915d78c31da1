<script lang="ts">
  import { getActing } from '../../frame/acting-context'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { treeOf } from '../../reach/trees'
  import FamilyTabs from '../families/FamilyTabs.svelte'
  import TreeDrawing from './TreeDrawing.svelte'

  /** All manager accounts and what hangs under them, as far as one sees it. */
  const acting = getActing()
  const tree = treeOf(acting)
  const owns = $derived(tree.data?.nodes.some(node => node.isOwn && node.kind === 'manager-account') ?? false)
</script>

<svelte:head><title>Manager accounts · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Manager <br />accounts</p>
    <div class="page-head">
      <div>
        <h1 class="title">What hangs under which manager account</h1>
        {#if acting.isAdmin}<FamilyTabs here="tree" />{/if}
      </div>
      {#if acting.isAdmin}<div class="page-acts">
          <a class="btn btn-sm btn-primary" href="/{acting.number}/link">Link accounts</a>
          <a class="btn btn-sm" href="/{acting.number}/bring-in?kind=manager-account">A new manager account</a>
        </div>{/if}
    </div>
  </div>
  <section class="span section">
    <div class="margin">
      <h2>The tree</h2>
      <p class="note">A branch is as thick as its ceiling. Beads wait for an answer; dots are not in force.</p>
    </div>
    <div>
      {#if tree.data}
        {#if tree.data.nodes.length > 0}
          <TreeDrawing nodes={tree.data.nodes} branches={tree.data.branches} />
          {#if tree.data.more}<p class="sub">There is more than fits here: open one manager account.</p>{/if}
        {:else}
          <p class="entry">
            No manager account so far. One gathers many ad accounts, your own or your clients’, each of which stays its
            owner’s.{#if acting.isAdmin}
              <a href="/{acting.number}/bring-in?kind=manager-account">Create one</a>, or
              <a href="/{acting.number}/link">offer an account</a> to somebody else’s.{/if}
          </p>
        {/if}
        {#if tree.data.nodes.length > 0 && !owns && acting.isAdmin}<p class="sub">
            These manager accounts belong to other businesses; you see only the way to your own accounts.
          </p>{/if}
      {:else if tree.error}<Trouble error={tree.error} />
      {:else}<Waiting />{/if}
    </div>
  </section>
</main>
