import { computed, onUnmounted, ref } from 'vue'

/** A stopwatch by taps: a tap starts it, the next stops it. */
export function useStopwatch(now: () => number = () => performance.now()) {
  const began = ref<number | null>(null)
  const seconds = ref<number | null>(null)
  const shown = ref(0)
  let ticking = 0
  const running = computed(() => began.value !== null)
  const tick = () => {
    if (began.value === null) return
    shown.value = (now() - began.value) / 1000
    ticking = requestAnimationFrame(tick)
  }
  function tap() {
    if (began.value === null) {
      began.value = now()
      seconds.value = null
      tick()
      return
    }
    seconds.value = Math.round((now() - began.value) / 10) / 100
    shown.value = seconds.value
    began.value = null
    cancelAnimationFrame(ticking)
  }
  function reset() {
    began.value = null
    seconds.value = null
    shown.value = 0
    cancelAnimationFrame(ticking)
  }
  onUnmounted(() => cancelAnimationFrame(ticking))
  return { running, seconds, shown, tap, reset }
}
