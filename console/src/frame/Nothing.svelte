<script lang="ts">
  import PlainPage from './PlainPage.svelte'

  const path = location.pathname
</script>

<svelte:head><title>Nothing here · Famiglia</title></svelte:head>
<PlainPage>
  <div class="span page-top">
    <p class="margin">Nothing here</p>
    <div>
      <h1 class="title">There is no page at this address.</h1>
      <p class="sub">
        The address ends in <b><bdi>{path}</bdi></b>. It may be cut off, or mistyped: compare it with where you got it.
      </p>
      <p class="acts">
        <a class="btn btn-sm btn-primary" href="/">Go to your desk</a>
        <a class="btn btn-sm" href="/my-access">My access</a>
        <button class="quiet" onclick={() => history.back()}>Back</button>
      </p>
    </div>
  </div>
</PlainPage>

<style>
  bdi {
    overflow-wrap: anywhere;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
    align-items: center;
    margin-top: 1rem;
  }
</style>
