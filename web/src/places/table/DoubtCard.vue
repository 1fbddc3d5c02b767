<script setup lang="ts">
import { computed } from 'vue'
import type { Option } from '@/api/client'
import TurningChart from '@/shots/TurningChart.vue'
import { percent } from '@/shots/words'
import ChoiceChanges from './ChoiceChanges.vue'
import PlayedOut from './PlayedOut.vue'
import { text } from '@/words/text/table'

/** How far the answer can be trusted: the turning point, what would change the choice, whole racks played out. */
const props = defineProps<{ option: Option }>()
const turning = computed(() => props.option.turning_point)
</script>

<template>
  <section class="doubt sheet" :class="{ two: !turning }" :aria-label="text.whatWouldChangeTheChoice">
    <div v-if="turning">
      <h3>{{ text.turningPoint }}</h3>
      <TurningChart :turning="turning" />
      <p class="muted">
        <i class="dot" /> {{ text.youMake }} <i class="dash" /> {{ text.theBestOtherShot }}
        <template v-if="turning.make !== null"
          ><i class="diamond" /> {{ text.equalAt(percent(turning.make)) }}</template
        >
        <template v-else>{{ text.theyAreNeverEqual }}</template>
      </p>
    </div>
    <ChoiceChanges />
    <PlayedOut class="playouts" />
  </section>
</template>

<style scoped>
.doubt {
  display: grid;
  grid-template-columns: auto minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 10px 24px;
  padding: 10px 16px 14px;
  align-items: start;
}
.two {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
.doubt :deep(h3) {
  font: 600 var(--text-sm) var(--sans);
  color: var(--muted);
  margin-bottom: 4px;
}
.doubt :deep(p) {
  margin: 0 0 6px;
  font-size: var(--text-sm);
}
.dot,
.diamond {
  display: inline-block;
  width: 9px;
  height: 9px;
  border-radius: 50%;
  background: var(--shape);
}
.diamond {
  border-radius: 0;
  background: var(--brass);
  transform: rotate(45deg) scale(0.85);
}
.dash {
  display: inline-block;
  width: 16px;
  border-top: 2px dashed var(--nothing);
  vertical-align: middle;
}
@media (max-width: 1100px) {
  .doubt {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.3fr);
  }
  .playouts {
    grid-column: 1 / -1;
  }
}
@media (max-width: 760px) {
  .doubt,
  .doubt.two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
