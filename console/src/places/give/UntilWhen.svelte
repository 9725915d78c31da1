<script lang="ts">
  import { endOf, readTyped, sayEnd, Temporal } from '@famiglia/core'

  /** The last day that still counts: typed as people say it, picked, or none. */
  interface Props {
    zone: string
    /** As a sentence says it; empty for no end. */
    until: string
    ontaken: () => void
  }
  let { zone, until = $bindable(), ontaken }: Props = $props()

  const today = $derived(Temporal.Now.plainDateISO(zone))
  let typed = $state('')
  const read = $derived(readTyped(typed, today))
  const said = $derived(read ? sayEnd(endOf(read, zone), zone) : null)

  function take(date: string) {
    until = date
    ontaken()
  }

  function onkey(event: KeyboardEvent) {
    if (event.key !== 'Enter' || event.ctrlKey || event.metaKey) return
    event.preventDefault()
    if (read) take('date' in read ? read.date : read.at)
  }
</script>

<label class="field typed"
  ><span>The last day</span><input
    class="input"
    type="text"
    autocomplete="off"
    placeholder="6 weeks, next Friday, end of March, 31 March 2027"
    bind:value={typed}
    onkeydown={onkey}
  /></label
>
<p class="note" role="status">
  {#if said}{said}: Enter takes it.{:else if typed.trim()}That is no day, or could be two. Write the month as a word.{:else}The
    whole day counts, where your business is.{/if}
</p>
<p class="spans">
  {#if read}<button class="btn btn-sm btn-primary" onclick={() => take('date' in read ? read.date : read.at)}
      >Until {said}</button
    >{/if}
  {#each [1, 3, 6, 12] as months (months)}<button class="quiet" onclick={() => take(today.add({ months }).toString())}
      >{months} {months === 1 ? 'month' : 'months'}</button
    >{/each}
  <button class="quiet" onclick={() => take('')}>no end</button>
</p>
<label class="field picked"
  ><span>Or pick it</span><input
    class="input"
    type="date"
    min={today.toString()}
    value={until}
    onchange={event => (until = event.currentTarget.value)}
  /></label
>

<style>
  .typed {
    display: block;
    max-width: 26rem;
    padding-right: 3rem;
  }
  .picked {
    display: inline-block;
    margin-top: 0.25rem;
  }
  .note {
    padding: 0.25rem 0;
  }
  .spans {
    display: flex;
    gap: 0.5rem 1rem;
    padding: 0.375rem 0;
    flex-wrap: wrap;
    align-items: center;
  }
</style>
