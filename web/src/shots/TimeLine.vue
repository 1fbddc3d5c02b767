<script setup lang="ts">
import { onUnmounted, ref, watch } from 'vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import { text } from '@/words/text/shots'
import { decimal } from '@/words/numbers'

/** Plays the drawn shot in time: null is the whole of it at once. */
const props = defineProps<{ seconds: number }>()
const time = defineModel<number | null>({ required: true })
const playing = ref(false)
let frame = 0
let before = 0

function tick(now: number) {
  const next = (time.value ?? 0) + (now - before) / 1000
  before = now
  if (next >= props.seconds) {
    stop()
    time.value = null
    return
  }
  time.value = next
  frame = requestAnimationFrame(tick)
}
function stop() {
  cancelAnimationFrame(frame)
  playing.value = false
}
function play() {
  if (playing.value) return stop()
  time.value ??= 0
  playing.value = true
  before = performance.now()
  frame = requestAnimationFrame(tick)
}
function scrub(event: Event) {
  stop()
  time.value = Number((event.target as HTMLInputElement).value)
}
watch(
  () => props.seconds,
  () => {
    stop()
    time.value = null
  },
)
onUnmounted(stop)
defineExpose({ play })
</script>

<template>
  <div class="time">
    <button type="button" :aria-pressed="playing" @click="play">
      <span v-if="playing">{{ text.pause }}</span><KeyLabel v-else :label="text.play" letter="P" />
    </button>
    <input
      type="range"
      :aria-label="text.timeOfTheShot"
      min="0"
      :max="seconds"
      step="0.02"
      :value="time ?? seconds"
      :aria-valuetext="text.ofSeconds(decimal(time ?? seconds), decimal(seconds))"
      @input="scrub"
    />
    <span class="muted">{{ decimal(time ?? seconds) }} s</span>
  </div>
</template>

<style scoped>
.time {
  min-width: 190px;
  display: flex;
  align-items: center;
  gap: 10px;
  font-size: var(--text-sm);
}
button {
  font: 600 var(--text-sm) var(--sans);
  min-width: 58px;
  min-height: 32px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-lg);
  background: transparent;
  color: var(--ink);
  cursor: pointer;
}
input {
  flex: 1;
  accent-color: var(--brass);
}
span.muted {
  min-width: 42px;
  text-align: right;
}
</style>
