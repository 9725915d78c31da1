<script lang="ts">
  import { sayList } from '@famiglia/core'
  import type { Schemas } from '../../reach/service'

  /** What a link, or unlinking, comes to, read over before it is signed. */
  let { preview }: { preview: Schemas['LinkPreview'] } = $props()

  const allows = $derived([
    ...new Set(
      preview.accounts.map(
        ({ may, hidden }) => `${may}${hidden.length > 0 ? `; without seeing ${sayList(hidden)}` : ''}.`,
      ),
    ),
  ])
  const money = $derived([...new Set(preview.accounts.flatMap(account => account.money ?? []))])
</script>

<section class="span section" aria-label="The review">
  <h2 class="margin">Read it over</h2>
  <article class="sheet letter">
    <p class="sentence m">{preview.summary}</p>
    <p class="said"><code>{preview.sentence}</code></p>
    <dl class="facts">
      <div>
        <dt>{preview.verb === 'link' ? 'Comes about' : 'Then'}</dt>
        <dd>
          <ul>
            {#each preview.outcomes as one (one)}<li>{one}</li>{/each}
          </ul>
        </dd>
      </div>
      {#if allows.length > 0}<div>
          <dt>Allows</dt>
          <dd>
            {#each allows as one (one)}<p>{one}</p>{/each}
          </dd>
        </div>{/if}
      {#if money.length > 0}<div>
          <dt>Whose money</dt>
          <dd>
            {#each money as one (one)}<p>{one}</p>{/each}
          </dd>
        </div>{/if}
      {#if preview.people.length > 0}<div>
          <dt>{preview.verb === 'link' ? 'Reach it then' : 'Lose it'}</dt>
          <dd>
            <ul>
              {#each preview.people as one (one)}<li>{one}</li>{/each}
            </ul>
          </dd>
        </div>{/if}
      {#if preview.staysOpenUntil}<div>
          <dt>Stays open</dt>
          <dd>until {preview.staysOpenUntil}</dd>
        </div>{/if}
      {#if preview.mails.length > 0}<div>
          <dt>Letters</dt>
          <dd>
            <ul>
              {#each preview.mails as mail (mail.to + mail.about)}<li>to {mail.to}: {mail.about}</li>{/each}
            </ul>
          </dd>
        </div>{/if}
      <div>
        <dt>To know</dt>
        <dd>
          <ul>
            {#each preview.notes as one (one)}<li>{one}</li>{/each}
          </ul>
        </dd>
      </div>
    </dl>
  </article>
</section>
