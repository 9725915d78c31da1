<script lang="ts">
  import { searchParams } from 'sv-router'
  import { getActing } from '../../frame/acting-context'
  import Trouble from '../../parts/Trouble.svelte'
  import Waiting from '../../parts/Waiting.svelte'
  import { entries } from '../../parts/entries'
  import { assetsOf, peopleOf } from '../../reach/lists'
  import AccessTabs from '../access/AccessTabs.svelte'
  import Approvals from './Approvals.svelte'
  import Invited from './Invited.svelte'
  import InviteAs from './InviteAs.svelte'

  const acting = getActing()
  const find = $derived(searchParams.get('find')?.toString() ?? '')
  let archived = $state(false)
  const assets = assetsOf(
    acting,
    () => find,
    () => archived,
  )
  const people = peopleOf(acting, () => find)
  const none = $derived(
    archived
      ? 'Nothing is archived.'
      : find
        ? `Nothing you reach here is called “${find}”.`
        : acting.isAdmin
          ? 'No asset is here yet.'
          : 'You reach no asset here yet.',
  )
</script>

<svelte:head><title>Assets and people · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Assets and people</p>
    <div class="page-head">
      <div>
        <h1 class="title">{find ? `What is called “${find}”` : 'Assets and people'}</h1>
        {#if find}<p class="sub"><a href="/{acting.number}/lists">Show all</a></p>{/if}
        <AccessTabs here="lists" />
      </div>
      <div class="page-acts">
        {#if acting.isAdmin}<a class="btn btn-primary btn-sm" href="/{acting.number}/bring-in">Bring in an asset</a
          >{:else}<a class="btn btn-sm" href="/{acting.number}/ask">Ask for access</a>{/if}
      </div>
    </div>
  </div>
  <section class="span section">
    <h2 class="margin">Assets</h2>
    <div>
      {#if assets.data && assets.data.items.length > 0}
        <table aria-label="Assets" class="tbl" {@attach entries}>
          <thead
            ><tr
              ><th scope="col">Asset</th><th scope="col">Kind</th><th scope="col">Number</th><th scope="col" class="r"
                >Grants</th
              ></tr
            ></thead
          >
          <tbody>
            {#each assets.data.items as asset (asset.number)}
              <tr>
                <th scope="row"
                  ><a href="/{acting.number}/assets/{asset.number}">{asset.name}</a>
                  {#if asset.inside}<small>in {asset.inside}</small>{/if}
                  {#if asset.frozen}<small class="due">frozen</small>{/if}</th
                >
                <td>{asset.noun}</td><td class="num">{asset.number}</td><td class="r num">{asset.holders}</td>
              </tr>
            {/each}
          </tbody>
        </table>
        {#if assets.data.next}<p class="note">There are more than 200. Search for one by name.</p>{/if}
      {:else if assets.data}
        <p class="entry">{none}</p>
        <p class="sub">
          {#if acting.isAdmin}It may not have been brought in yet. <a href="/{acting.number}/bring-in">Bring it in</a>
          {:else}It may be here without being given to you. <a href="/{acting.number}/ask">Ask for it</a>{/if}
        </p>
      {:else if assets.error}<Trouble error={assets.error} />{:else}<Waiting />{/if}
      <p class="note">
        <button class="quiet" onclick={() => (archived = !archived)}
          >{archived ? 'Show those in use' : 'Show archived ones'}</button
        >
      </p>
    </div>
  </section>
  <section class="span section">
    <h2 class="margin">People</h2>
    <div>
      {#if people.data && people.data.items.length > 0}
        <table aria-label="People" class="tbl" {@attach entries}>
          <thead
            ><tr
              ><th scope="col">Person</th><th scope="col">Address</th><th scope="col">Standing</th><th scope="col"
                >Teams</th
              ><th scope="col">Second step</th><th scope="col" class="r">Own grants</th></tr
            ></thead
          >
          <tbody>
            {#each people.data.items as person (person.id)}
              <tr>
                <th scope="row"><a href="/{acting.number}/people/{person.id}">{person.name}</a></th><td
                  >{person.address}</td
                ><td>{person.standing}{person.frozen ? ', frozen' : person.paused ? ', paused' : ''}</td>
                <td>{person.teams.map(team => team.name).join(', ')}</td>
                <td
                  >{#if person.secondProof === null}–{:else if person.secondProof}yes{:else}<span class="due">none</span
                    >{/if}</td
                >
                <td class="r num"
                  >{#if person.standing === 'member' && person.assets === 0 && person.teams.length === 0}<span
                      class="due">none yet</span
                    >{:else}{person.assets}{/if}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
        {#if people.data.next}<p class="note">There are more than 200. Search for one by name.</p>{/if}
      {:else if people.data}<p class="entry">Nobody is called that.</p>
      {:else if people.error}<Trouble error={people.error} />{:else}<Waiting />{/if}
      <Invited {find} />
      {#if acting.isAdmin}<InviteAs /><Approvals />{/if}
      {#if acting.seesToPayments}<p class="note">
          <a href="/{acting.number}/understudy">The understudy</a>: who can step in where no admin is left to act.
        </p>{/if}
    </div>
  </section>
</main>
