<script lang="ts">
  import PlainPage from '../../frame/PlainPage.svelte'
  import Field from '../../parts/Field.svelte'
  import NumberPlate from '../../parts/NumberPlate.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { answerOf, service } from '../../reach/service'

  const link = location.hash.slice(1)
  let opened: { number: string; name: string; signedIn: boolean } | null = $state(null)
  let failed: unknown = $state(null)
  let password = $state('')

  async function open(event: SubmitEvent) {
    event.preventDefault()
    failed = null
    try {
      opened = await answerOf(service.POST('/v1/openings/confirmation', { body: { link, password } }))
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
        <h1 class="title">Your address is known now. Choose a password, and open the business.</h1>
        <form onsubmit={open}>
          <Field
            name="password"
            term="A password"
            type="password"
            required
            minlength={10}
            autocomplete="new-password"
            hint="At least 10 characters. Several words are easy to keep in mind."
            bind:value={password}
          />
          {#if failed}<Trouble error={failed} />{/if}
          <p><button class="btn btn-primary">Open it</button></p>
        </form>
      {/if}
    </div>
  </div>
</PlainPage>

<style>
  form {
    display: grid;
    gap: 0.875rem;
    max-width: 28rem;
    margin-top: 1.25rem;
  }
  .acts {
    margin-top: 1.25rem;
  }
</style>
