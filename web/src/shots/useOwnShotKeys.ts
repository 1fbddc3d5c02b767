/** One's own shot by keyboard, on every page where one is aimed: left and right turn it, up and down set its speed. */
import type { Place } from '@/drawing/place'
import { arrowOf } from '@/drawing/arrows'
import { LIMITS, useOwnShot } from '@/stores/ownshot'

/** Degrees of the aim, and m/s of the speed, by one press. */
const TURN = { coarse: 0.5, fine: 0.05 }
const PACE = { coarse: 0.2, fine: 0.05 }
const within = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v))

/** What a key press does to the shot being aimed, if anything. */
export function useOwnShotKeys() {
  const own = useOwnShot()
  function turn(direction: Place, size: 'coarse' | 'fine') {
    if (!own.stroke) return
    const speed = own.stroke.speed_mps + direction[1] * PACE[size]
    own.set({
      aim_deg: own.stroke.aim_deg - direction[0] * TURN[size],
      speed_mps: within(speed, LIMITS.slowest, LIMITS.fastest),
    })
  }
  return (event: KeyboardEvent): (() => unknown) | undefined => {
    if (!own.stroke) return undefined
    const arrow = arrowOf(event.key)
    if (arrow) return () => turn(arrow, event.shiftKey ? 'fine' : 'coarse')
    return event.key === 'Escape' ? own.leave : undefined
  }
}
