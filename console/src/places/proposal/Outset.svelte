<script lang="ts">
  import { getActing } from '../../frame/acting-context'
  import type { Schemas } from '../../reach/service'

  /** A proposal's one sentence: who, for whom, wants or gives what. */
  let { proposal, received }: { proposal: Schemas['Proposal']; received: boolean } = $props()

  const acting = getActing()
  const to = $derived(proposal.partner?.name ?? 'the owner')
  const within = $derived(proposal.kind === 'ask')
  const own = $derived(proposal.business.number === acting.number)
</script>

<b>{proposal.by.name}</b>{received ? ' of ' : ' '}{#if received}<b>{proposal.business.name}</b>{/if}
{#if proposal.kind === 'offer'}
  {received ? 'offers' : 'offered'} <b>{received ? proposal.partner?.name : to}</b> {proposal.said}.
{:else if proposal.kind === 'ask' || proposal.kind === 'business-ask'}
  {#if received || within || !own}asks for {proposal.said}.{:else}asked <b>{to}</b> for {proposal.said}.{/if}
{:else}
  invited {proposal.to} to {proposal.said}.
{/if}
