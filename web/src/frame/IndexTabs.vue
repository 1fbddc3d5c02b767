<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useMeasure } from '@/stores/measure'
import { usePlayOuts } from '@/stores/playouts'
import { usePractice } from '@/stores/practice'
import { useRunOut } from '@/stores/runout'
import { useStudy } from '@/stores/study'
import { pathOf, PLACES, type PlaceName } from './places'
import { text } from '@/words/text/frame'

/** The scorebook's index tabs: along the left edge of the desk, at the foot of a phone. */
const route = useRoute()
const study = useStudy()
const playouts = usePlayOuts()
const runOut = useRunOut()
const measure = useMeasure()
const practice = usePractice()
/** Pages of one thing: pressed there, the tab leads back to all of them. */
const WITH_A_LIST: PlaceName[] = ['practice', 'record', 'players', 'lessons']
const here = computed(() => route.meta['place'] as PlaceName)
/** Where something long is running. */
const busy = computed<Partial<Record<PlaceName, string>>>(() => ({
  ...(study.running ? { table: text.weighing } : playouts.running ? { table: text.playingOut } : {}),
  ...(runOut.running ? { runout: text.planning } : {}),
  ...(practice.expecting || practice.filling ? { practice: text.workingOut } : {}),
  ...(measure.measuring ? { players: text.measuringNow } : measure.pricing ? { players: text.pricing } : {}),
}))
</script>

<template>
  <nav class="tabs" :aria-label="text.pages">
    <RouterLink
      v-for="(place, i) in PLACES"
      :key="place.name"
      :to="here === place.name && WITH_A_LIST.includes(place.name) ? place.path : pathOf(place)"
      class="tab"
      :class="{ here: here === place.name }"
      :aria-current="here === place.name ? 'page' : undefined"
      :title="`${place.label}: ${place.says} (${i + 1})`"
    >
      <span>{{ place.label }}</span>
      <i
        v-if="busy[place.name]"
        class="busy"
        role="status"
        :aria-label="`${place.label}: ${busy[place.name]}`"
      />
    </RouterLink>
  </nav>
</template>

<style scoped>
/* Paper tabs cut into the edge of the book: the open page's tab is of the page's own paper. */
.tabs {
  position: sticky;
  top: 0;
  align-self: start;
  display: flex;
  flex-direction: column;
  gap: 6px;
  padding: 64px 0 0;
  z-index: 3;
}
.tab {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 16px 8px 16px 9px;
  border: 1px solid var(--hairline);
  border-left: 0;
  border-radius: 0 var(--radius-md) var(--radius-md) 0;
  background: var(--tint);
  color: var(--muted);
  font: 600 var(--text-md)/1 var(--serif);
  text-decoration: none;
}
.here {
  background: var(--sheet);
  color: var(--ink);
  box-shadow: inset -3px 0 var(--brass);
}
.busy {
  width: 8px;
  height: 8px;
  border-radius: 50%;
  border: 2px solid var(--brass);
  border-top-color: transparent;
  /* A few turns of the hand, not sixty pictures a second: they would cost what is waited for. */
  animation: turn 2s steps(4) infinite;
}
@keyframes turn {
  to {
    rotate: 1turn;
  }
}
@media (prefers-reduced-motion: reduce) {
  .busy {
    animation: none;
    background: var(--brass);
  }
}
@media (max-width: 760px) {
  .tabs {
    position: fixed;
    inset: auto 0 0;
    flex-direction: row;
    gap: 0;
    padding: 0 0 env(safe-area-inset-bottom);
    background: var(--paper);
    border-top: 1px solid var(--hairline);
    z-index: 5;
  }
  .tab {
    writing-mode: initial;
    transform: none;
    /* Seven on the narrowest phone: each as wide as its word. */
    flex: 1 1 auto;
    justify-content: center;
    gap: 3px;
    min-height: 48px;
    padding: 0;
    font-size: 12px;
    white-space: nowrap;
    border: 0;
    border-radius: 0;
    background: none;
  }
  .here {
    background: var(--sheet);
    box-shadow: inset 0 3px var(--brass);
  }
}
@media print {
  .tabs {
    display: none;
  }
}
</style>
