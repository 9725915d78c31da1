<script lang="ts">
  import type { HTMLInputAttributes } from 'svelte/elements'

  /** A labelled field; what is wrong with it stands right beneath. */
  interface Props extends HTMLInputAttributes {
    name: string
    term: string
    wrong?: string | null
    hint?: string
    value?: string
  }
  let { name, term, wrong = null, hint, value = $bindable(''), ...rest }: Props = $props()
</script>

<label class="field">
  <span>{term}</span>
  <input
    class="input"
    {name}
    bind:value
    aria-invalid={wrong ? true : undefined}
    aria-describedby={wrong || hint ? `${name}-word` : undefined}
    {...rest}
  />
  {#if wrong}<em id="{name}-word">{wrong}</em>{:else if hint}<small id="{name}-word" class="note">{hint}</small>{/if}
</label>
