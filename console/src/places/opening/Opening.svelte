<script lang="ts">
  import PlainPage from '../../frame/PlainPage.svelte'
  import NumberPlate from '../../parts/NumberPlate.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { answerOf, service } from '../../reach/service'

  const link = location.hash.slice(1)
  let opened: { number: string; name: string; signedIn: boolean } | null = $state(null)
  let failed: unknown = $state(null)

  async function open() {
    failed = null
    try {
      opened = await answerOf(service.POST('/v1/openings/confirmation', { body: { link } }))
    } catch (error) {
      failed = error
    }
  }
</script>

<svelte:head><title>Open your business · Famiglia</title></svelte:head>
<PlainPage>
  <div class="span page-top">
    <p class="margin">A new business</p>
    <div>
      {#if opened}
        <h1 class="title">{opened.name} is open.</h1>
        <p class="sub">
          Its number is <NumberPlate number={opened.number} />. Give it to anyone who needs to find you.
        </p>
        <p class="acts">
          <a class="btn btn-primary" href={opened.signedIn ? `/${opened.number}/desk` : '/sign-in'}
            >{opened.signedIn ? 'Go to its desk' : 'Sign in'}</a
          >
        </p>
      {:else}
        <h1 class="title">Your address is known now. Open the business?</h1>
        {#if failed}<Trouble error={failed} />{/if}
        <p class="acts"><button class="btn btn-primary" onclick={open}>Open it</button></p>
      {/if}
    </div>
  </div>
</PlainPage>

<style>
  .acts {
    margin-top: 1.25rem;
  }
</style>
