/** Whether the cue ball sees a ball at all: by straight looks past its neighbours, as a player bends down to see. */
import type { Place } from './place'

/** A pool ball's radius, diamonds; looks at the ball from edge to edge, of its width. */
const RADIUS = 0.09
const LOOKS = [-0.98, -0.7, -0.4, 0, 0.4, 0.7, 0.98]

/** True when other balls stand in every straight way of the cue ball to it. */
export function isHidden(balls: Record<string, Place>, ball: string): boolean {
  const [cue, target] = [balls['cue'], balls[ball]]
  if (!cue || !target) return false
  const others = Object.entries(balls).flatMap(([name, at]) => (name === 'cue' || name === ball ? [] : [at]))
  const length = Math.hypot(target[0] - cue[0], target[1] - cue[1])
  const across = [-(target[1] - cue[1]) / length, (target[0] - cue[0]) / length] as const
  return LOOKS.every((look) => {
    const aside = 2 * RADIUS * look
    const to: Place = [target[0] + across[0] * aside, target[1] + across[1] * aside]
    return others.some((at) => distance(at, cue, to) < 2 * RADIUS)
  })
}

/** How far a place lies from the stretch between two others. */
function distance(at: Place, from: Place, to: Place): number {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
  const along = ((at[0] - from[0]) * dx + (at[1] - from[1]) * dy) / (dx * dx + dy * dy)
  const near = Math.min(1, Math.max(0, along))
  return Math.hypot(at[0] - from[0] - near * dx, at[1] - from[1] - near * dy)
}
