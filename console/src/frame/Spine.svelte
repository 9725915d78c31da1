<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import type { Acting } from '../reach/acting.svelte'
  import { answerOf, service } from '../reach/service'
  import { route } from '../router'
  import Icon from '../parts/Icon.svelte'
  import Wordmark from '../parts/Wordmark.svelte'
  import Account from './Account.svelte'
  import BusinessSwitch from './BusinessSwitch.svelte'
  import Seek from './Seek.svelte'

  let { acting }: { acting: Acting } = $props()

  let switching = $state(false)
  let seek: Seek
  const business = $derived(acting.business)
  /** What waits for one’s answer, on whichever page one is. */
  const desk = createQuery(() => ({
    queryKey: ['desk', business?.number ?? ''],
    queryFn: async () =>
      answerOf(service.GET('/v1/businesses/{business}/desk', { params: { path: { business: business!.number } } })),
    enabled: business !== undefined,
    staleTime: 15_000,
  }))
  const waits = $derived(desk.data?.received.length ?? 0)
  const places = $derived([
    ...(business
      ? ([
          ['desk', 'Desk', 'inbox'],
          ...(business.canGive ? ([['give', 'Give', 'pen']] as const) : []),
          ['access', 'Access', 'table'],
          ...(acting.isAdmin ? ([['families', 'Families', 'tree']] as const) : []),
          ...(acting.isAdmin ? ([['history', 'History', 'scroll']] as const) : []),
        ] as const)
      : []),
  ])
  const here = (place: string) => {
    const path = route.pathname.split('/')[2]
    const owner: Record<string, string> = {
      review: 'give',
      assets: 'access',
      people: 'access',
      lists: 'access',
      groups: 'access',
      money: 'access',
      'bring-in': 'access',
      proposals: 'desk',
      partners: 'families',
      tree: 'families',
      'manager-accounts': 'families',
      link: 'families',
      handovers: 'families',
      'hand-over': 'families',
      inbox: 'families',
      card: 'families',
      'in-trust': 'families',
      contests: 'families',
      understudy: 'access',
      search: '',
    }
    return (owner[path ?? ''] ?? path) === place ? ('page' as const) : undefined
  }

  function onkey(event: KeyboardEvent) {
    const typing =
      event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [contenteditable]')
    if (event.key.toLowerCase() === 'k' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault()
      seek.focus()
    } else if (event.key.toLowerCase() === 'b' && !typing && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault()
      switching = !switching
    }
  }
</script>

<svelte:window onkeydown={onkey} />

<header class="spine" style:--cloth="var(--cloth-{business?.cloth ?? 'plain'})">
  <Wordmark href={business ? `/${business.number}/desk` : '/my-access'} />
  <button
    class="acting"
    title={business?.name}
    aria-haspopup="dialog"
    aria-expanded={switching}
    onclick={() => (switching = !switching)}
  >
    <span
      ><small class="num">acting for {business?.number ?? 'nobody yet'}</small><b dir="auto"
        >{business?.name ?? 'In your own name'}</b
      ></span
    ><kbd class="key">B</kbd>
  </button>
  <nav class="places" aria-label="Places">
    {#each places as [place, label, icon] (place)}
      <a href="/{business?.number}/{place}" aria-current={here(place)}
        ><span class="pi"><Icon name={icon} /></span><span>{label}</span>{#if place === 'desk' && waits > 0}<span
            class="n"
            aria-label="{waits} waiting for your answer">{waits}</span
          >{/if}</a
      >
    {/each}
    <a href="/my-access" aria-current={route.pathname.startsWith('/my-access') ? 'page' : undefined}
      ><span class="pi"><Icon name="key" /></span><span>My access</span></a
    >
  </nav>
  <Seek bind:this={seek} />
  <Account />
</header>
{#if switching}<BusinessSwitch {acting} close={() => (switching = false)} />{/if}
