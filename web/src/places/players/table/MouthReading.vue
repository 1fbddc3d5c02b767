<script setup lang="ts">
import { computed, ref } from 'vue'
import { text } from '@/words/text/players'

/** How wide a pocket is, by a ruler or by two balls side by side in it. */
const emit = defineEmits<{ read: [values: Record<string, number | string>] }>()
const pocket = ref<'corner' | 'side'>('corner')
const by = ref<'width_mm' | 'gap_mm'>('gap_mm')
const typed = ref<number | ''>('')
const RANGES = { width_mm: [80, 170], gap_mm: [0, 60] } as const
const whole = computed(() => {
  const [low, high] = RANGES[by.value]
  return typeof typed.value === 'number' && typed.value >= low && typed.value <= high
})
function keep() {
  emit('read', { pocket: pocket.value, [by.value]: Number(typed.value) })
  typed.value = ''
}
</script>

<template>
  <form class="mouth" :aria-label="text.theMouths" @submit.prevent="whole && keep()">
    <h3>
      {{ text.theMouths }} <span class="muted">{{ text.tellHowTightThePockets }}</span>
    </h3>
    <p>
      {{ text.mouthsHow }}
    </p>
    <p class="choices">
      <label
        >{{ text.pocket }}
        <select v-model="pocket">
          <option value="corner">{{ text.corner }}</option>
          <option value="side">{{ text.side }}</option>
        </select>
      </label>
      <label
        >{{ text.measured }}
        <select v-model="by">
          <option value="gap_mm">{{ text.gapBesideTwoBalls }}</option>
          <option value="width_mm">{{ text.acrossByARuler }}</option>
        </select>
      </label>
      <label
        >{{ text.mm }} <input v-model.number="typed" type="number" inputmode="decimal" step="0.5"
      /></label>
      <button type="submit" class="main" :disabled="!whole">{{ text.keep }}</button>
    </p>
  </form>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.mouth {
  display: grid;
  gap: 6px;
}
h3 .muted {
  font: 400 var(--text-md) var(--sans);
}
input {
  width: 96px;
}
</style>
