<script lang="ts">
  import { onMount } from 'svelte'
  import { fetchMe, Refusal } from '../reach/service'
  import { navigate } from '../router'
  import Trouble from '../parts/Trouble.svelte'

  let failed: unknown = $state(null)

  onMount(async () => {
    try {
      const { businesses } = await fetchMe()
      const last = localStorage.getItem('famiglia acting for')
      const business = businesses.find(one => one.number === last) ?? businesses[0]
      if (business) await navigate('/:business/desk', { params: { business: business.number }, replace: true })
      else await navigate('/my-access', { replace: true })
    } catch (error) {
      if (error instanceof Refusal && error.code === 'sign-in.needed') await navigate('/sign-in', { replace: true })
      else failed = error
    }
  })
</script>

{#if failed}<main class="ledger"><div class="section"><Trouble error={failed} /></div></main>{/if}
