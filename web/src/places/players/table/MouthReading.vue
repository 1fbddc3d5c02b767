<script setup lang="ts">
import { computed, ref } from 'vue'

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
  <form class="mouth" aria-label="The mouths" @submit.prevent="whole && keep()">
    <h3>The mouths <span class="muted">tell how tight the pockets are</span></h3>
    <p>
      Between the points of the cushions: by a ruler, or lay two balls side by side in the mouth and say what
      is left beside them. A little finger is about 15 mm, a coin 2.
    </p>
    <p class="choices">
      <label
        >Pocket
        <select v-model="pocket">
          <option value="corner">corner</option>
          <option value="side">side</option>
        </select>
      </label>
      <label
        >Measured
        <select v-model="by">
          <option value="gap_mm">gap beside two balls</option>
          <option value="width_mm">across, by a ruler</option>
        </select>
      </label>
      <label>mm <input v-model.number="typed" type="number" inputmode="decimal" step="0.5" /></label>
      <button type="submit" class="main" :disabled="!whole">Keep</button>
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
  font: 400 14px var(--sans);
}
input {
  width: 96px;
}
</style>
