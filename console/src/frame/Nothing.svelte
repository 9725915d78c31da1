<script lang="ts">
  import PlainPage from './PlainPage.svelte'
</script>

<svelte:head><title>Nothing here · Famiglia</title></svelte:head>
<PlainPage>
  <div class="span page-top">
    <p class="margin">Nothing here</p>
    <div>
      <h1 class="title">There is no page at this address.</h1>
      <p class="sub"><a href="/">Go to your desk</a></p>
    </div>
  </div>
</PlainPage>
