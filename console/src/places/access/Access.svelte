<script lang="ts">
  import { searchParams } from 'sv-router'
  import { getActing } from '../../frame/acting-context'
  import Trouble from '../../parts/Trouble.svelte'
  import { assetsOf, peopleOf } from '../../reach/lists'
  import Waiting from '../../parts/Waiting.svelte'

  const acting = getActing()
  const find = $derived(searchParams.get('find')?.toString() ?? '')
  const assets = assetsOf(acting, () => find)
  const people = peopleOf(acting, () => find)
</script>

<svelte:head><title>Access · Famiglia</title></svelte:head>
<main class="ledger">
  <div class="span page-top">
    <p class="margin">Access</p>
    <div class="page-head">
      <div>
        <h1 class="title">{find ? `What is called “${find}”` : 'Assets and people'}</h1>
        {#if find}<p class="sub"><a href="/{acting.number}/access">Show all</a></p>{/if}
      </div>
      {#if acting.isAdmin}<div class="page-acts">
          <a class="btn btn-primary btn-sm" href="/{acting.number}/bring-in">Bring in an asset</a>
        </div>{/if}
    </div>
  </div>
  <section class="span section">
    <h2 class="margin">Assets</h2>
    <div>
      {#if assets.data && assets.data.items.length > 0}
        <table class="tbl">
          <thead
            ><tr
              ><th scope="col">Asset</th><th scope="col">Kind</th><th scope="col">Handle</th><th scope="col">Number</th
              ><th scope="col" class="r">Grants</th></tr
            ></thead
          >
          <tbody>
            {#each assets.data.items as asset (asset.number)}
              <tr
                ><th scope="row"><a href="/{acting.number}/assets/{asset.number}">{asset.name}</a></th><td
                  >{asset.noun}</td
                ><td>{asset.kind}/{asset.handle}</td><td class="num">{asset.number}</td><td class="r num"
                  >{asset.holders}</td
                ></tr
              >
            {/each}
          </tbody>
        </table>
        {#if assets.data.next}<p class="note">There are more than 200. Search for one by name.</p>{/if}
      {:else if assets.data}
        <p class="entry">{find ? 'No asset is called that.' : 'No asset is here yet.'}</p>
        {#if acting.isAdmin && !find}<p>
            <a href="/{acting.number}/bring-in">Bring in what you have on a platform</a>
          </p>{/if}
      {:else if assets.error}<Trouble error={assets.error} />{:else}<Waiting />{/if}
    </div>
  </section>
  <section class="span section">
    <h2 class="margin">People</h2>
    <div>
      {#if people.data && people.data.items.length > 0}
        <table class="tbl">
          <thead
            ><tr
              ><th scope="col">Person</th><th scope="col">Address</th><th scope="col">Standing</th><th scope="col"
                >Signs in with</th
              ><th scope="col" class="r">Own grants</th></tr
            ></thead
          >
          <tbody>
            {#each people.data.items as person (person.id)}
              <tr>
                <th scope="row"><a href="/{acting.number}/people/{person.id}">{person.name}</a></th><td
                  >{person.address}</td
                ><td>{person.standing}</td>
                <td
                  >{#if person.secondProof}password and code{:else}<span class="due">password only</span>{/if}</td
                >
                <td class="r num"
                  >{#if person.standing === 'member' && person.assets === 0}<span class="due">none yet</span
                    >{:else}{person.assets}{/if}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
        {#if people.data.next}<p class="note">There are more than 200. Search for one by name.</p>{/if}
      {:else if people.data}<p class="entry">Nobody is called that.</p>
      {:else if people.error}<Trouble error={people.error} />{:else}<Waiting />{/if}
    </div>
  </section>
</main>
