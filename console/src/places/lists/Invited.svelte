<script lang="ts">
  import { sayEnd, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import { entries } from '../../parts/entries'
  import { answerOf, service } from '../../reach/service'

  /** Who is invited and has not answered yet: for admins everybody, for others whom they invited. */
  let { find }: { find: string } = $props()

  const acting = getActing()
  const query = createQuery(() => ({
    queryKey: ['invited', acting.number],
    queryFn: async () =>
      answerOf(
        service.GET('/v1/businesses/{business}/proposals', {
          params: { path: { business: acting.number }, query: { side: 'sent', state: 'open', limit: 200 } },
        }),
      ),
  }))
  const invited = $derived(
    (query.data?.items ?? [])
      .filter(({ kind, to }) => kind === 'invitation' && (to ?? '').includes(find.toLowerCase()))
      .sort((one, other) => (one.to ?? '').localeCompare(other.to ?? '', 'en', { numeric: true })),
  )
</script>

{#if invited.length > 0}
  <table aria-label="Who is invited" class="tbl" {@attach entries}>
    <thead
      ><tr
        ><th scope="col">Invited</th><th scope="col">As</th><th scope="col">To</th><th scope="col">By</th><th
          scope="col">Sent</th
        ><th scope="col">Open until</th></tr
      ></thead
    >
    <tbody>
      {#each invited as one (one.id)}
        <tr>
          <th scope="row"><a href="/{acting.number}/proposals/{one.id}">{one.to}</a></th>
          <td>{one.standing}</td>
          <td>{one.said}</td>
          <td><bdi>{one.by.name}</bdi></td>
          <td><Age at={one.openedAt} zone={acting.zone} /></td>
          <td>{sayEnd(Temporal.Instant.from(one.lapsesAt), acting.zone)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
