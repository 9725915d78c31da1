<script lang="ts">
  import type { Snippet } from 'svelte'

  /** Before something weighty is done: what it means, in a sentence, and the way back. */
  interface Props {
    children: Snippet
    act: string
    leave: string
    busy: boolean
    ending?: boolean
    onact: () => void
    onleave: () => void
  }
  let { children, act, leave, busy, ending = false, onact, onleave }: Props = $props()
</script>

<div class="sure" role="group" aria-label={act}>
  <p>{@render children()}</p>
  <p class="acts">
    <button class={['btn btn-sm', ending ? 'end' : 'btn-primary']} disabled={busy} onclick={onact}>{act}</button>
    <button class="quiet" onclick={onleave}>{leave}</button>
  </p>
</div>

<style>
  .sure {
    margin-top: 0.625rem;
    padding: 0.625rem 0.875rem;
    background: var(--wash-due);
    border-radius: 2px;
  }
  .acts {
    display: flex;
    gap: 0.75rem;
    align-items: center;
    flex-wrap: wrap;
    margin-top: 0.5rem;
  }
</style>
