<script lang="ts">
  /** One part of the sentence: a button in the run of the text that opens, below the sentence, what it can be. */
  interface Props {
    label: string
    /** What the part says now; empty shows `empty` instead. */
    value: string
    empty?: string
    italic?: boolean
    wrong?: boolean
    /** The sign that follows it in the text, kept on its line. */
    after?: string
    open: boolean
    onopen: () => void
    onclose: () => void
    onclear?: () => void
  }
  let {
    label,
    value,
    empty = '',
    italic = false,
    wrong = false,
    after = '',
    open,
    onopen,
    onclose,
    onclear,
  }: Props = $props()

  function onkey(event: KeyboardEvent) {
    if (event.key === 'Backspace' && onclear && !open) onclear()
    else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey && event.key !== ' ' && !open) onopen()
  }
</script>

<span class="kept"
  ><button
    class={['part', { i: italic, gap: !value, err: wrong }]}
    aria-haspopup="dialog"
    aria-expanded={open}
    aria-label="{label}: {value || empty}"
    onclick={() => (open ? onclose() : onopen())}
    onkeydown={onkey}><bdi>{value || empty}</bdi></button
  >{after}</span
>

<style>
  .kept {
    white-space: nowrap;
  }
  .part {
    white-space: normal;
    text-align: left;
    max-width: 100%;
    overflow-wrap: anywhere;
  }
</style>
