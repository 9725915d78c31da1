<script lang="ts">
  import { getActing } from '../../frame/acting-context'
  import Icon from '../../parts/Icon.svelte'
  import type { Schemas } from '../../reach/service'

  /** What is done first in a new business: four lines that tick themselves, and leave the desk once all are done. */
  let { steps }: { steps: NonNullable<Schemas['Desk']['firstSteps']> } = $props()

  const acting = getActing()
  const place = $derived(`famiglia first steps hidden ${acting.me?.person.id ?? ''} ${acting.number}`)
  let hidden = $derived(localStorage.getItem(place) !== null)
  const next = $derived(steps.find(({ done }) => !done)?.step)
  const said = {
    'second step': {
      what: 'Set up your second step of signing in',
      why: 'A passkey, or a code from an app. With a password alone, anyone who learns it can act as you.',
      act: 'Set it up',
      path: '/my-access/sign-in',
    },
    'first asset': {
      what: 'Bring in the first asset',
      why: 'A page, an ad account, a channel … Say what it is; we ask whether it is already yours, somebody else’s, or not there yet.',
      act: 'Bring in an asset',
      path: 'bring-in',
    },
    'second admin': {
      what: 'Name a second admin',
      why: 'If you lose your sign-in, somebody must be able to let you in again.',
      act: 'Name an admin',
      path: 'lists#invite',
    },
    'first access': {
      what: 'Give the first access',
      why: 'To a colleague or an agency. Begin with what they should get done; the rest is worked out.',
      act: 'Give access',
      path: 'give',
    },
  }

  function hide() {
    localStorage.setItem(place, 'yes')
    hidden = true
  }
</script>

{#if !hidden}
  <section class="span top" aria-label="First steps">
    <p class="margin">{steps.filter(({ done }) => done).length} of {steps.length} done</p>
    <h2 class="head">First steps</h2>
  </section>
  <ol class="span">
    {#each steps as { step, done }, index (step)}
      {@const { what, why, act, path } = said[step]}
      <li class="span">
        <div class="margin">
          <span class={['number', { done }]}
            >{#if done}<Icon name="check" /><span class="sr-only">done</span>{:else}{index + 1}{/if}</span
          >
        </div>
        <div class="inside">
          <div>
            <p class={['entry', { done }]}>{what}</p>
            {#if !done}<p class="sub">{why}</p>{/if}
          </div>
          {#if !done}<a
              class={['btn btn-sm', { 'btn-primary': step === next }]}
              href={path.startsWith('/') ? path : `/${acting.number}/${path}`}>{act}</a
            >{/if}
        </div>
      </li>
    {/each}
  </ol>
  <div class="span also">
    <p class="margin">Or</p>
    <div>
      <p class="entry">
        Does an agency already look after your things? Send it your number, and it can hand them over to you.
      </p>
      <p class="sub">
        These four lines tick themselves, and leave this page when all are done.
        <button class="quiet" onclick={hide}>Hide them now</button>
      </p>
    </div>
  </div>
{/if}

<style>
  .top {
    margin-top: 1.25rem;
  }
  ol {
    margin-top: 0.5rem;
    border-top: 1px solid var(--rule-strong);
  }
  li {
    grid-column: 1 / -1;
    display: grid;
    grid-template-columns: subgrid;
    padding: 0.6875rem 0 0.75rem;
    border-bottom: 1px solid var(--rule);
  }
  .number {
    display: inline-grid;
    place-items: center;
    width: 1.75rem;
    height: 1.75rem;
    border: 1px solid var(--rule-strong);
    border-radius: 2px;
    font: 500 1.125rem/1 var(--font-serif);
    color: var(--color-base-content);
  }
  .number.done {
    color: var(--color-success);
    border-color: currentColor;
  }
  .entry {
    font-weight: 600;
  }
  .entry.done {
    font-weight: 400;
    color: var(--ink-2);
  }
  .also .entry {
    font-weight: 400;
  }
  .inside {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    column-gap: 1.75rem;
    align-items: center;
  }
  .sub {
    max-width: 44rem;
  }
  .also {
    padding: 0.875rem 0;
  }
  @media (max-width: 900px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
    .inside {
      grid-template-columns: minmax(0, 1fr);
      row-gap: 0.5rem;
      justify-items: start;
    }
  }
</style>
