<script lang="ts">
  /** Grey lines in the place of text, once waiting has taken long enough to be noticed. */
</script>

<div class="waiting" role="status" aria-label="Loading"><i></i><i></i><i></i></div>

<style>
  .waiting {
    padding: 1.5rem 0;
    animation: appear 0s 300ms both;
  }
  i {
    display: block;
    height: 0.75rem;
    border-radius: 2px;
    background: var(--color-base-300);
    margin: 0.625rem 0;
    animation: breathe 1.6s ease-in-out infinite alternate;
  }
  i:last-child {
    width: 60%;
  }
  @keyframes appear {
    from {
      visibility: hidden;
    }
  }
  @keyframes breathe {
    to {
      opacity: 0.45;
    }
  }
</style>
