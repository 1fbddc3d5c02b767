/** Seconds left to answer; when they are gone, something happens once. None without a limit. */
import { onActivated, onDeactivated, onUnmounted, ref, watch, type Ref } from 'vue'

export function useTimer(
  limit: Ref<number | null>,
  running: Ref<boolean>,
  what: () => string,
  over: () => void,
): Ref<number | null> {
  const left = ref<number | null>(null)
  let ticking: ReturnType<typeof setInterval> | undefined
  const halt = () => clearInterval(ticking)
  function start() {
    halt()
    left.value = limit.value
    if (limit.value === null || !running.value) return
    const ends = Date.now() + 1000 * limit.value
    ticking = setInterval(() => {
      left.value = Math.max(0, Math.ceil((ends - Date.now()) / 1000))
      if (left.value > 0) return
      halt()
      over()
    }, 250)
  }
  watch([limit, running, what], start, { immediate: true })
  // Somewhere else no time runs; back here it begins anew.
  onDeactivated(halt)
  onActivated(start)
  onUnmounted(halt)
  return left
}
