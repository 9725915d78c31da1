<script lang="ts">
  import { createQuery } from '@tanstack/svelte-query'
  import type { Acting } from '../reach/acting.svelte'
  import { answerOf, service } from '../reach/service'
  import { navigate, route } from '../router'
  import Icon from '../parts/Icon.svelte'
  import Wordmark from '../parts/Wordmark.svelte'
  import { goAndSay } from '../places/give/say'
  import BusinessSwitch from './BusinessSwitch.svelte'

  let { acting }: { acting: Acting } = $props()

  let switching = $state(false)
  let wanted = $state('')
  let search: HTMLInputElement
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
  const initials = $derived(
    (acting.me?.person.name ?? '')
      .split(/\s+/)
      .map(word => word[0])
      .join('')
      .slice(0, 2),
  )
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
    }
    return (owner[path ?? ''] ?? path) === place ? ('page' as const) : undefined
  }

  function find(event: SubmitEvent) {
    event.preventDefault()
    const text = wanted.trim()
    if (!text || !business) return
    if (/^(un)?link\s/.test(text))
      void navigate('/:business/link', { params: { business: business.number }, search: { say: text } })
    else if (/^hand over\s/.test(text))
      void navigate('/:business/hand-over', { params: { business: business.number }, search: { say: text } })
    else if (/^billing\s/.test(text))
      void navigate('/:business/money', { params: { business: business.number }, search: { say: text } })
    else if (/^(let|end)\s/.test(text)) goAndSay(business.number, text.startsWith('end') ? 'review' : 'give', text)
    else void navigate('/:business/lists', { params: { business: business.number }, search: { find: text } })
    wanted = ''
  }

  function onkey(event: KeyboardEvent) {
    const typing =
      event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [contenteditable]')
    if (event.key.toLowerCase() === 'k' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault()
      search.focus()
    } else if (event.key.toLowerCase() === 'b' && !typing && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault()
      switching = !switching
    }
  }
</script>

<svelte:window onkeydown={onkey} />

<header class="spine" style:--cloth="var(--cloth-{business?.cloth ?? 'plain'})">
  <Wordmark href={business ? `/${business.number}/desk` : '/my-access'} />
  <button class="acting" aria-haspopup="listbox" aria-expanded={switching} onclick={() => (switching = !switching)}>
    <span
      ><small class="num">acting for {business?.number ?? 'nobody yet'}</small><b
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
  <form role="search" onsubmit={find}>
    <label class="seek"
      ><Icon name="search" /><input
        bind:this={search}
        bind:value={wanted}
        aria-label="Search"
        placeholder="Name, number, sentence"
      /><kbd class="key">Ctrl K</kbd></label
    >
  </form>
  <a class="me" href="/my-access/sign-in" aria-label="{initials}, {acting.me?.person.name}: how you sign in"
    >{initials}</a
  >
</header>
{#if switching}<BusinessSwitch {acting} close={() => (switching = false)} />{/if}
