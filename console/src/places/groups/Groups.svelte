<script lang="ts">
  import { getActing } from '../../frame/acting-context'
  import AccessTabs from '../access/AccessTabs.svelte'
  import Bundles from './Bundles.svelte'
  import Purposes from './Purposes.svelte'
  import Teams from './Teams.svelte'

  const acting = getActing()
</script>

<svelte:head><title>Teams and bundles · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Teams and <br />bundles</p>
    <div>
      <h1 class="title">Who goes together, and what</h1>
      {#if acting.isAdmin}<AccessTabs here="groups" />{/if}
    </div>
  </div>
  <section class="span section">
    <h2 class="margin">Teams</h2>
    <Teams />
  </section>
  <section class="span section">
    <h2 class="margin">Bundles</h2>
    <Bundles />
  </section>
  <section class="span section">
    <h2 class="margin">Purposes</h2>
    <Purposes />
  </section>
</main>
