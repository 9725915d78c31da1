<script lang="ts">
  import { capitalised, sayList, type Figure } from '@famiglia/core'
  import AssetWords from '../../parts/AssetWords.svelte'
  import EachAsset from '../../parts/EachAsset.svelte'
  import Seats from '../../parts/Seats.svelte'
  import { sayFigures } from '../../parts/figures'
  import type { Schemas } from '../../reach/service'
  import { sayTime } from './say-time'

  /** What the sentence would do, beneath it while it is composed. */
  interface Props {
    preview: Schemas['Preview']
    /** Takes up another sentence. */
    take: (sentence: string) => void
    hide: (figure: Figure) => void
    endIn: (months: number) => void
  }
  let { preview, take, hide, endIn }: Props = $props()

  /** What is rather asked about than shown beforehand, where nobody has said anything of it. */
  const shown = $derived(
    (['revenue', 'contacts'] as const).filter(figure => preview.assets.some(asset => asset.sees.includes(figure))),
  )
  const spending = $derived(preview.assets.filter(asset => asset.money !== null))
  const isOutside = $derived(preview.who.some(one => one.state !== 'member' && one.state !== 'team'))
  const hasNoEnd = $derived(preview.verb === 'let' && preview.assets.some(asset => asset.until === null))
</script>

{#each preview.doubts as doubt (doubt.address)}<section class="span fact warn">
    <h2 class="margin">Is it right?</h2>
    <div>
      <p>{doubt.asks}</p>
      {#if doubt.instead}<p>
          <button class="quiet" onclick={() => take(doubt.instead!)}>Change the sentence to that</button>
        </p>{/if}
    </div>
  </section>{/each}
<section class="span fact">
  <h2 class="margin">Allows</h2>
  <div><AssetWords assets={preview.assets} /></div>
</section>
{#if preview.unfinished}<section class="span fact warn">
    <h2 class="margin">Not enough alone</h2>
    <div>
      <p>{preview.unfinished.words}</p>
      {#if preview.unfinished.finished}<p>
          <button class="quiet" onclick={() => take(preview.unfinished!.finished!)}>Give what is missing too</button>
        </p>{/if}
    </div>
  </section>{/if}
{#if preview.surplus.length > 0}<section class="span fact warn">
    <h2 class="margin">More than it takes</h2>
    <div>
      {#each preview.surplus as more, index (index)}<p>{more}</p>{/each}
      {#if preview.least}<p>
          <button class="quiet" onclick={() => take(preview.least!)}>Give only what the purpose takes</button>
        </p>{/if}
    </div>
  </section>{/if}
<section class="span fact">
  <h2 class="margin">Keeps back</h2>
  <div><EachAsset assets={preview.assets} say={asset => `${capitalised(asset.mayNot)}.`} /></div>
</section>
<section class="span fact">
  <h2 class="margin">Sees</h2>
  <div>
    <EachAsset assets={preview.assets} say={asset => sayFigures(asset.sees, asset.hidden)} />
    {#if shown.length > 0}<p class="asked">
        Do they need {shown.includes('revenue') ? 'what was earned' : ''}{shown.length > 1
          ? ' and '
          : ''}{shown.includes('contacts') ? 'personal data' : ''}?
        {#each shown as figure (figure)}<button class="quiet" onclick={() => hide(figure)}>Hide {figure}</button>{/each}
      </p>{/if}
  </div>
</section>
{#if preview.changes.length > 0}<section class="span fact warn">
    <h2 class="margin">Changes</h2>
    <div>
      {#each preview.changes as change, index (index)}<p>{change}</p>{/each}
    </div>
  </section>{/if}
{#if spending.length > 0}<section class="span fact">
    <h2 class="margin">Whose money</h2>
    <div><EachAsset assets={spending} say={asset => asset.money!} /></div>
  </section>{/if}
<section class="span fact">
  <h2 class="margin">Until</h2>
  <div>
    <EachAsset assets={preview.assets} say={sayTime} />
    {#if isOutside && hasNoEnd}<p class="asked">
        For somebody from outside an end is usual.
        {#each [3, 6, 12] as months (months)}<button class="quiet" onclick={() => endIn(months)}
            >End in {months} months</button
          >{/each}
      </p>{/if}
  </div>
</section>
{#if preview.seats}<section class="span fact">
    <h2 class="margin">Seats</h2>
    <div class="seats">
      <Seats before={preview.seats.before} after={preview.seats.after} included={preview.seats.included} />
      <p>{capitalised(preview.seats.words)}</p>
    </div>
  </section>{/if}
{#if preview.alsoCanGive.length > 0}<section class="span fact">
    <h2 class="margin">Can give it too</h2>
    <div><p>{sayList(preview.alsoCanGive)}.</p></div>
  </section>{/if}
<section class="span fact">
  <h2 class="margin">Will be told</h2>
  <div>
    {#each preview.mails as mail (mail.to)}<p>
        {mail.to}, by e-mail: {mail.about}.
      </p>{/each}{#each preview.notes as note, index (index)}<p>{note}</p>{/each}
  </div>
</section>

<style>
  .fact {
    padding: 0.6875rem 0;
    border-top: 1px solid var(--rule);
    line-height: 1.4375rem;
  }
  .fact:first-child {
    margin-top: 1rem;
  }
  .seats {
    display: flex;
    gap: 0.75rem;
    align-items: center;
    flex-wrap: wrap;
  }
  .asked {
    display: flex;
    gap: 0.25rem 0.875rem;
    flex-wrap: wrap;
    align-items: baseline;
    font-size: 0.9375rem;
    color: var(--ink-2);
  }
  .warn .margin {
    color: var(--color-warning);
  }
</style>
