<script lang="ts">
  import { QueryClientProvider } from '@tanstack/svelte-query'
  import { onMount } from 'svelte'
  import { Router } from 'sv-router'
  import Patterns from './parts/Patterns.svelte'
  import { queries } from './reach/queries'
  import { chooseTheme } from './frame/theme'
  import './router'

  onMount(chooseTheme)
</script>

<QueryClientProvider client={queries}>
  <Patterns />
  <Router />
</QueryClientProvider>
