<script lang="ts">
  let { href = '/' }: { href?: string } = $props()
</script>

<a class="wordmark" {href} aria-label="Famiglia">
  <svg viewBox="0 0 20 25" fill="none" stroke="currentColor" stroke-linecap="round" aria-hidden="true">
    <path d="M10 24V13" stroke-width="2.6" />
    <path d="M10 15C10 10 4.5 11 4.5 5.5" stroke-width="2" />
    <path d="M10 17C10 11.5 15.5 12.5 15.5 8" stroke-width="1.5" />
    <circle cx="4.5" cy="3.2" r="2.2" fill="currentColor" stroke="none" />
    <circle cx="15.5" cy="6" r="1.8" fill="currentColor" stroke="none" />
  </svg>Famiglia</a
>
