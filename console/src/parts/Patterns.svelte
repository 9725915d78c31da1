<script lang="ts">
  /** The hatching and the cut that tier marks are drawn with: once a page. */
</script>

<svg width="0" height="0" style:position="absolute" aria-hidden="true">
  <defs>
    <pattern id="hatch" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="1.7" height="4" fill="currentColor" />
    </pattern>
    <clipPath id="waiting-part"><rect width="11" height="28" /></clipPath>
  </defs>
</svg>
