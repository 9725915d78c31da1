<script lang="ts">
  import { sayList } from '@famiglia/core'
  import type { Schemas } from '../../reach/service'

  /** A letter as it will arrive, subject and text; and to whom the same goes. */
  type Letter = Schemas['LettersToBe']['items'][number]
  let { letter, also }: { letter: Letter; also: readonly Letter[] } = $props()

  const about = (one: Letter) => one.headline ?? one.subject
  const same = $derived(also.filter(one => about(one) === about(letter)).map(one => one.to))
  const others = $derived(also.filter(one => about(one) !== about(letter)))
</script>

<article aria-label="The letter">
  <p class="subject" dir="auto">{letter.subject}</p>
  <p class="note">to {sayList([letter.to, ...same])}</p>
  {#if letter.headline}<p dir="auto"><b>{letter.headline}</b></p>{/if}
  {#each letter.body as paragraph, index (index)}<p dir="auto">{paragraph}</p>{/each}
  {#if letter.note}<blockquote dir="auto">“{letter.note.text}”<br />{letter.note.from}</blockquote>{/if}
  <dl>
    {#each letter.facts as { term, answer }, index (index)}<div>
        <dt dir="auto">{term}</dt>
        <dd dir="auto">{answer}</dd>
      </div>{/each}
  </dl>
  {#if letter.button}<p class="button">{letter.button}</p>{/if}
  {#if letter.unexpected}<p class="note">{letter.unexpected}</p>{/if}
</article>
{#each others as one, index (index)}
  <details>
    <summary>And a letter to {one.to}</summary>
    <p class="note">{about(one)}</p>
  </details>
{/each}

<style>
  article {
    margin-top: 0.625rem;
    padding: 0.875rem 1rem;
    border: 1px solid var(--rule-strong);
    border-radius: 3px;
    font-size: 0.9375rem;
    line-height: 1.375rem;
    overflow-wrap: anywhere;
  }
  .subject {
    font-weight: 600;
  }
  p + p,
  blockquote {
    margin-top: 0.5rem;
  }
  blockquote {
    padding-left: 0.75rem;
    border-left: 3px double var(--margin-rule);
    font-style: italic;
    white-space: pre-line;
  }
  dl {
    margin: 0.625rem 0;
  }
  dl div {
    padding: 0.3125rem 0;
    border-top: 1px solid var(--rule);
  }
  dt {
    font: italic 400 0.9375rem/1.25rem var(--font-serif);
    color: var(--ink-2);
  }
  .button {
    display: inline-block;
    padding: 0.375rem 0.75rem;
    border: 1px solid var(--color-primary);
    border-radius: 3px;
    font-weight: 600;
  }
  summary {
    padding: 0.375rem 0;
    cursor: pointer;
    font-size: 0.875rem;
    color: var(--ink-2);
  }
</style>
