<script lang="ts">
  import { sayDate, Temporal } from '@famiglia/core'
  import { createQuery } from '@tanstack/svelte-query'
  import { getActing } from '../../frame/acting-context'
  import Age from '../../parts/Age.svelte'
  import Outcome from '../../parts/Outcome.svelte'
  import { entries } from '../../parts/entries'
  import { Doing } from '../../reach/doing.svelte'
  import { answerOf, service } from '../../reach/service'
  import { signOut } from '../../reach/signOut'
  import Addresses from './Addresses.svelte'
  import Passkeys from './Passkeys.svelte'
  import Password from './Password.svelte'
  import Recovery from './Recovery.svelte'
  import NewToken from './NewToken.svelte'
  import Reminders from './Reminders.svelte'
  import SecondProof from './SecondProof.svelte'

  const acting = getActing()
  const sessions = createQuery(() => ({
    queryKey: ['my sessions'],
    queryFn: async () => answerOf(service.GET('/v1/me/sessions')),
  }))
  const me = $derived(acting.me!)
  const doing = new Doing()

  const end = (id: string) =>
    doing.run(async () => {
      await answerOf(service.DELETE('/v1/me/sessions/{id}', { params: { path: { id } } }))
      return 'Ended.'
    })
</script>

<svelte:head><title>How you sign in · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin"><a href="/my-access">My access</a></p>
    <div>
      <h1 class="title">How you sign in, {me.person.name}</h1>
      <p class="sub">{me.person.address}</p>
    </div>
  </div>
  <section class="span section">
    <h2 class="margin">Second step</h2>
    <div>
      <SecondProof setUp={me.person.codeSetUp} />
      {#if me.person.secondProof}<Recovery left={me.person.recoveryCodes} />{/if}
    </div>
  </section>
  <section class="span section">
    <h2 class="margin">Passkeys</h2>
    <Passkeys />
  </section>
  <section class="span section">
    <h2 class="margin">Addresses</h2>
    <Addresses />
  </section>
  <section class="span section">
    <h2 class="margin">Reminders</h2>
    <Reminders />
  </section>
  <section class="span section">
    <h2 class="margin">Password</h2>
    <Password />
  </section>
  <section class="span section">
    <h2 class="margin">Sign-ins and tokens</h2>
    <div>
      <table aria-label="Sign-ins and tokens" class="tbl" {@attach entries}>
        <thead
          ><tr
            ><th scope="col">Where</th><th scope="col">Begun</th><th scope="col">Good until</th><th scope="col"
              ><span class="sr-only">What to do</span></th
            ></tr
          ></thead
        >
        <tbody>
          {#each sessions.data?.items ?? [] as session (session.id)}
            <tr>
              <th scope="row"
                >{session.kind === 'token'
                  ? `token “${session.name}”${session.unattended ? ', unattended' : ''}`
                  : session.name}{session.current ? ' (this one)' : ''}</th
              >
              <td><Age at={session.begunAt} zone={acting.zone} /></td>
              <td class="num">{sayDate(Temporal.Instant.from(session.expiresAt), acting.zone)}</td>
              <td class="r"
                ><button class="quiet" onclick={() => (session.current ? signOut() : end(session.id))}
                  >{session.current ? 'Sign out' : 'End'}</button
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
      <Outcome {doing} label="End it" />
      <NewToken />
    </div>
  </section>
</main>
