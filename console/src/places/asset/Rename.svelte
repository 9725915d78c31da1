<script lang="ts">
  import Field from '../../parts/Field.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { queries } from '../../reach/queries'
  import { answerOf, service, type Schemas } from '../../reach/service'

  /** Another name or handle; who overwrites somebody else's change is told instead. */
  let { asset, business, close }: { asset: Schemas['Asset']; business: string; close: () => void } = $props()

  // svelte-ignore state_referenced_locally
  const read = { ...asset }
  let name = $state(read.name)
  let handle = $state(read.handle)
  let failed: unknown = $state(null)

  async function rename(event: SubmitEvent) {
    event.preventDefault()
    failed = null
    try {
      const path = { business, asset: read.number }
      await answerOf(
        service.PATCH('/v1/businesses/{business}/assets/{asset}', {
          params: { path },
          body: { name, handle },
          headers: { 'If-Match': `"${read.version}"` },
        }),
      )
      await queries.invalidateQueries()
      close()
    } catch (error) {
      failed = error
    }
  }
</script>

<form class="section" onsubmit={rename}>
  <Field name="name" term="Name" required maxlength={80} bind:value={name} />
  <Field
    name="handle"
    term="Handle"
    required
    maxlength={60}
    hint="Small letters, digits and dashes. The number stays."
    bind:value={handle}
  />
  {#if failed}<Trouble error={failed} />{/if}
  <p>
    <button class="btn btn-primary btn-sm">Rename it</button>
    <button class="btn btn-ghost btn-sm" type="button" onclick={close}>Leave it</button>
  </p>
</form>

<style>
  form {
    display: grid;
    gap: 0.75rem;
    max-width: 28rem;
  }
</style>
