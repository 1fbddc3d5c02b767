<script setup lang="ts">
defineProps<{ label: string; share: number }>()
</script>

<template>
  <div
    class="progress"
    role="progressbar"
    :aria-label="label"
    aria-valuemin="0"
    aria-valuemax="100"
    :aria-valuenow="Math.round(100 * share)"
  >
    <span :style="{ transform: `scaleX(${share})` }" />
  </div>
</template>

<style scoped>
.progress {
  flex-basis: 100%;
  height: 3px;
  background: var(--hairline);
  margin: 4px 0 6px;
}
.progress span {
  display: block;
  height: 100%;
  background: var(--brass);
  /* No transition: what moves all the time takes the processor from what is waited for. */
  transform-origin: 0 0;
}
</style>
