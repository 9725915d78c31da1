<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import { answerOf, service } from '../../reach/service'
  import { sayAddress } from '../give/say'
  import { forgetUnsent, readUnsent } from '../give/unsent.svelte'

  /** The sentence that was composed in this browser and not sent, as it is read now. */
  const acting = getActing()
  let unsent = $state(readUnsent(acting))
  const preview = createQuery(() => ({
    queryKey: ['unsent', acting.number, unsent],
    queryFn: async () =>
      answerOf(
        service.POST('/v1/businesses/{business}/sentences/preview', {
          params: { path: { business: acting.number } },
          body: { sentence: unsent! },
        }),
      ),
    enabled: unsent !== null,
    retry: false,
  }))

  function forget() {
    forgetUnsent(acting)
    unsent = null
  }
</script>

{#if unsent}
  <div class="span unsent">
    <p class="margin">1 unsent</p>
    <div>
      <p class="entry">{preview.data?.summary ?? unsent}</p>
      <p class="acts">
        <a class="btn btn-sm" href={sayAddress(acting.number, 'give', unsent)}>Take it up again</a>
        <button class="quiet" onclick={forget}>Forget it</button>
      </p>
    </div>
  </div>
{/if}

<style>
  .unsent {
    padding: 0.75rem 0;
    border-top: 1px solid var(--rule-strong);
  }
  .acts {
    display: flex;
    gap: 1rem;
    align-items: center;
    margin-top: 0.375rem;
  }
</style>
