<script lang="ts">
  import PlainPage from '../../frame/PlainPage.svelte'
  import Slip from '../../parts/Slip.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { answerOf, Refusal, service } from '../../reach/service'

  const link = location.hash.slice(1)
  let added = $state('')
  let failed: unknown = $state(null)

  async function confirm() {
    failed = null
    try {
      added = (await answerOf(service.POST('/v1/addresses/confirmation', { body: { link } }))).address
    } catch (error) {
      failed = error
    }
  }
</script>

<svelte:head><title>Your address · Famiglia</title></svelte:head>
<PlainPage>
  <div class="span page-top">
    <p class="margin">Your address</p>
    <div>
      <h1 class="title">{added ? `${added} is yours.` : 'Is this address yours too?'}</h1>
      {#if added}<Slip tone="fine"
          >Invitations to it are yours as well. <a href="/my-access/sign-in">How you sign in</a></Slip
        >
      {:else}<p><button class="btn btn-primary" onclick={confirm}>It is mine</button></p>{/if}
      {#if failed instanceof Refusal && failed.problem.status === 401}<Slip tone="due"
          >First sign in here as the one who asked for it, then follow the link in the letter again. <a href="/sign-in"
            >Sign in</a
          ></Slip
        >{:else if failed}<Trouble error={failed} />{/if}
    </div>
  </div>
</PlainPage>
