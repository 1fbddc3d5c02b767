/** The part of a drawing that is shown: two fingers pinch and push it, a wheel with Ctrl goes nearer. */
import { computed, onMounted, onUnmounted, ref, type Ref } from 'vue'
import type { Point } from './frame'

/** In the drawing's own units; of the same shape as the whole. */
export interface View {
  x: number
  y: number
  width: number
  height: number
}
/** Two fingers: their middle, px from the corner of the drawing, and how far they are apart. */
export interface Pinch {
  middle: Point
  apart: number
}
const NEAREST = 5
/** Of a notch of the wheel. */
const WHEEL = 0.002

/** The view after a pinch that began over `view`, shown `px` wide: what was between the fingers stays there. */
export function pinched(view: View, whole: View, px: number, from: Pinch, to: Pinch): View {
  const unit = view.width / px
  const width = Math.min(whole.width, Math.max(whole.width / NEAREST, (view.width * from.apart) / to.apart))
  const [height, fine] = [(width * whole.height) / whole.width, width / px]
  const held: Point = [view.x + unit * from.middle[0], view.y + unit * from.middle[1]]
  const within = (at: number, least: number, most: number) => Math.min(most, Math.max(least, at))
  return {
    x: within(held[0] - fine * to.middle[0], whole.x, whole.x + whole.width - width),
    y: within(held[1] - fine * to.middle[1], whole.y, whole.y + whole.height - height),
    width,
    height,
  }
}
/** How layers drawn for one view are moved to look like another, without being drawn anew. */
export function shiftTo(drawn: View, seen: View, px: number): string {
  const [scale, unit] = [drawn.width / seen.width, px / seen.width]
  return `translate(${(drawn.x - seen.x) * unit}px, ${(drawn.y - seen.y) * unit}px) scale(${scale})`
}

/**
 * `stage` is the element about the layers. While fingers move, the layers are shifted as they are; when they are let
 * go, all is drawn anew, and sharp. `begins` : two fingers are on it, whatever one of them held is let go.
 */
export function useZoom(stage: Ref<HTMLElement | null>, whole: () => View, begins: () => void) {
  /** Null for the whole. */
  const near = ref<View | null>(null)
  const seen = ref<View | null>(null)
  const view = computed(() => near.value ?? whole())
  const shift = computed(() =>
    seen.value ? shiftTo(view.value, seen.value, stage.value?.clientWidth ?? 1) : undefined,
  )
  let from: Pinch | null = null

  function pinchOf(touches: TouchList): Pinch {
    const corner = stage.value?.getBoundingClientRect()
    const [a, b] = [touches[0], touches[1]] as [Touch, Touch]
    const middle: Point = [
      (a.clientX + b.clientX) / 2 - (corner?.x ?? 0),
      (a.clientY + b.clientY) / 2 - (corner?.y ?? 0),
    ]
    return { middle, apart: Math.max(1, Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY)) }
  }
  const show = (next: View) => (near.value = next.width < whole().width ? next : null)

  function start(event: TouchEvent) {
    if (event.touches.length !== 2) return
    event.preventDefault()
    begins()
    from = pinchOf(event.touches)
  }
  function move(event: TouchEvent) {
    if (!from || event.touches.length < 2) return
    event.preventDefault()
    seen.value = pinched(view.value, whole(), stage.value?.clientWidth ?? 1, from, pinchOf(event.touches))
  }
  function end(event: TouchEvent) {
    if (!from || event.touches.length > 1) return
    if (seen.value) show(seen.value)
    from = seen.value = null
  }
  function wheel(event: WheelEvent) {
    if (!event.ctrlKey || !stage.value) return
    event.preventDefault()
    const { x, y } = stage.value.getBoundingClientRect()
    const middle: Point = [event.clientX - x, event.clientY - y]
    const apart = Math.exp(-WHEEL * event.deltaY)
    show(pinched(view.value, whole(), stage.value.clientWidth, { middle, apart: 1 }, { middle, apart }))
  }
  // The page must not scroll or zoom instead: listeners that may say so are not passive.
  const active = { passive: false }
  onMounted(() => {
    stage.value?.addEventListener('touchstart', start, active)
    stage.value?.addEventListener('touchmove', move, active)
    for (const last of ['touchend', 'touchcancel'] as const) stage.value?.addEventListener(last, end)
    stage.value?.addEventListener('wheel', wheel, active)
  })
  onUnmounted(() => (from = null))
  const isNear = computed(() => near.value !== null)
  /** The whole of it again. */
  const leave = () => (near.value = null)
  return { view, shift, isNear, leave }
}
