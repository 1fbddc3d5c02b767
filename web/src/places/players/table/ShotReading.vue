<script setup lang="ts">
import { computed, reactive, watch } from 'vue'
import type { Table } from '@/api/client'
import StationDrawing from '@/drawing/StationDrawing.vue'
import { readingOf, type Shot } from './readings'
import { useStopwatch } from './useStopwatch'
import { text } from '@/words/text/players'
import { decimal } from '@/words/numbers'

/** One simple shot that measures a table: how it is played, a stopwatch by taps, what was read. */
const props = defineProps<{ shot: Shot; table: Table }>()
const emit = defineEmits<{ read: [values: Record<string, number | string>] }>()
const typed = reactive<Record<string, number | ''>>(
  Object.fromEntries(props.shot.fields.map(({ key }) => [key, ''])),
)
const watchOf = useStopwatch()
watch(watchOf.seconds, (seconds) => {
  if (seconds !== null && props.shot.watch) typed[props.shot.watch.into] = seconds
})
const whole = computed(() =>
  props.shot.fields.every(({ key, from, to }) => {
    const value = typed[key]
    return typeof value === 'number' && value >= from && value <= to
  }),
)
function keep() {
  emit('read', readingOf(props.shot.kind, typed as Record<string, number>, props.table))
  for (const { key } of props.shot.fields) if (key !== 'depth') typed[key] = ''
  watchOf.reset()
}
</script>

<template>
  <form class="shot" :aria-label="shot.title" @submit.prevent="whole && keep()">
    <h3>
      {{ shot.title }} <span class="muted">{{ text.tells(shot.tells) }}</span>
    </h3>
    <div class="how">
      <StationDrawing
        class="drawing"
        :table="table"
        :cue="shot.cue"
        :way="shot.way"
        :mark="shot.mark"
        :words="text.drawn(shot.title)"
      />
      <div class="fields">
        <p>{{ shot.says }}</p>
        <button v-if="shot.watch" type="button" class="main watch" @click="watchOf.tap">
          <span class="time">{{ decimal(watchOf.shown.value, 2) }} s</span>
          {{ watchOf.running.value ? shot.watch.stop : shot.watch.start }}
        </button>
        <p class="choices">
          <label v-for="field in shot.fields" :key="field.key"
            >{{ field.label }}{{ field.unit ? `, ${field.unit}` : '' }}
            <input
              v-model.number="typed[field.key]"
              type="number"
              inputmode="decimal"
              :step="field.step"
              :min="field.from"
              :max="field.to"
            />
          </label>
          <button type="submit" class="main" :disabled="!whole">{{ text.keep }}</button>
        </p>
      </div>
    </div>
  </form>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.shot {
  display: grid;
  gap: 6px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--hairline);
}
h3 .muted {
  font: 400 var(--text-md) var(--sans);
}
.how {
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
.fields {
  display: grid;
  gap: 8px;
}
.watch {
  justify-self: start;
  min-width: 240px;
}
.time {
  font: 600 var(--text-lg) var(--serif);
  margin-right: 8px;
  color: var(--ink);
}
input {
  width: 110px;
}
@media (max-width: 760px) {
  .how {
    grid-template-columns: 84px minmax(0, 1fr);
  }
  .watch {
    min-width: 0;
    min-height: 64px;
    justify-self: stretch;
  }
}
</style>
