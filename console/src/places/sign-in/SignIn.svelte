<script lang="ts">
  import { searchParams } from 'sv-router'
  import PlainPage from '../../frame/PlainPage.svelte'
  import Trouble from '../../parts/Trouble.svelte'
  import { answerOf, service } from '../../reach/service'
  import { browserSupportsWebAuthn } from '@simplewebauthn/browser'
  import { askPasskey } from '../../reach/passkeys'
  import Bough from './Bough.svelte'

  let address = $state(searchParams.get('address')?.toString() ?? '')
  let password = $state('')
  let code = $state('')
  let needs: 'code' | 'passkey' | null = $state(null)
  let failed: unknown = $state(null)
  let busy = $state(false)

  /** Only an address of this service is gone to afterwards. */
  const next = $derived.by(() => {
    const wanted = URL.parse(searchParams.get('next')?.toString() ?? '/', location.origin)
    return wanted?.origin === location.origin ? `${wanted.pathname}${wanted.search}${wanted.hash}` : '/'
  })

  async function signIn(event: SubmitEvent) {
    event.preventDefault()
    busy = true
    failed = null
    try {
      const outcome = await answerOf(
        service.POST('/v1/sign-in', {
          body: { address, password, ...(needs ? second() : {}) },
        }),
      )
      if (outcome.needs) needs = outcome.needs
      else location.assign(next)
    } catch (error) {
      failed = error
      code = ''
    } finally {
      busy = false
    }
  }

  /** Six digits are a code of the app; anything else is taken for a recovery code. */
  const second = () => {
    const plain = code.replace(/\s/g, '')
    return /^\d{6}$/.test(plain) ? { code: plain } : { recovery: plain }
  }

  async function withPasskey() {
    failed = null
    busy = true
    try {
      const { id, options } = await answerOf(service.POST('/v1/sign-in/passkey/challenge'))
      const credential = await askPasskey(options)
      await answerOf(service.POST('/v1/sign-in/passkey', { body: { challenge: id, credential: credential as never } }))
      location.assign(next)
    } catch (error) {
      failed = error
    } finally {
      busy = false
    }
  }

  const focused = (field: HTMLInputElement) => field.focus()
</script>

<svelte:head><title>Sign in · Famiglia</title></svelte:head>
<PlainPage>
  <div class="span door">
    <p class="margin">Sign in</p>
    <form onsubmit={signIn}>
      <h1 class="sentence">
        Let <label
          ><span class="sr-only">Your e-mail address</span><input
            class="blank"
            type="email"
            name="address"
            autocomplete="username"
            required
            placeholder="your e-mail address"
            bind:value={address}
          /></label
        >
        in, with
        {needs === 'code' ? 'a code.' : needs === 'passkey' ? 'your passkey.' : 'a password.'}
      </h1>
      {#if needs}
        <label class="field secret"
          ><span>{needs === 'code' ? 'Six-digit code from your app, or a recovery code' : 'Or a recovery code'}</span
          ><input
            class="input num"
            name="code"
            autocomplete="one-time-code"
            required
            bind:value={code}
            {@attach focused}
          /></label
        >
      {:else}
        <label class="field secret"
          ><span>Password</span><input
            class="input"
            type="password"
            name="password"
            autocomplete="current-password"
            required
            bind:value={password}
          /></label
        >
      {/if}
      {#if failed}<Trouble error={failed} />{/if}
      <div class="acts">
        <button class="btn btn-primary btn-lg" disabled={busy}>Sign in</button>
        {#if needs !== 'code' && browserSupportsWebAuthn()}<button
            class="btn btn-lg"
            type="button"
            disabled={busy}
            onclick={withPasskey}>With a passkey</button
          >{/if}
      </div>
      <dl class="facts">
        <div>
          <dt>Invited?</dt>
          <dd>Open the link in your letter; it brings you here and on.</dd>
        </div>
        <div>
          <dt>New business?</dt>
          <dd><a href="/open-business">Open one</a>; you get its number at once.</dd>
        </div>
        <div>
          <dt>Locked out?</dt>
          <dd>
            <a href="/forgotten-password">Forgot the password</a>: a link comes by letter. Where the app is lost, a
            recovery code takes its place. Sign-in slows down after wrong tries, and lets you in again after a minute.
          </dd>
        </div>
      </dl>
    </form>
    <Bough />
  </div>
  <footer class="span foot">
    <p class="margin"></p>
    <p>
      Famiglia is where a business says who may do what, with which asset, until when. No password ever changes hands.
    </p>
  </footer>
</PlainPage>

<style>
  .door {
    grid-template-columns: var(--m) minmax(0, 1fr) 20rem !important;
    column-gap: 2.5rem;
    padding-top: 4.5rem;
  }
  .margin {
    padding-top: 1.1875rem;
  }
  .blank {
    font: 600 1.9375rem/2.375rem var(--font-serif);
    color: var(--color-base-content);
    background: var(--color-base-100);
    border-bottom: 2px solid var(--color-primary);
    padding: 0.125rem 0.5rem;
    width: 31rem;
    max-width: 100%;
    border-radius: 3px 3px 0 0;
  }
  .secret {
    display: block;
    max-width: 24rem;
    margin-top: 1.25rem;
  }
  .acts {
    display: flex;
    gap: 0.75rem;
    flex-wrap: wrap;
    margin-top: 1.25rem;
  }
  .facts {
    margin-top: 2rem;
    max-width: 40rem;
    --fl: 8rem;
  }
  .foot p {
    font: italic 400 1.0625rem/1.5rem var(--font-serif);
    color: var(--ink-2);
    margin-top: 1.5rem;
    max-width: 36rem;
  }
  @media (max-width: 900px) {
    .door {
      grid-template-columns: minmax(0, 1fr) !important;
      padding-top: 2rem;
    }
    .blank {
      width: 100%;
      font-size: 1.25rem;
    }
  }
</style>
