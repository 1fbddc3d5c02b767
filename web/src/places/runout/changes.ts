import { text } from '@/words/text/runout'

/** What a change of a plan is, in words and as an order. */

/** What another shot costs against what is planned, in points. */
export function costWords(worth: number, planned: number): string {
  const points = Math.round(100 * (planned - worth))
  if (points === 0) return text.asGood
  return points > 0 ? text.costs(points) : text.moreHere(-points)
}

/** The order with the ball of a step moved one place; null where it cannot be. The ball that ends a group stays last. */
export function changedOrder(order: string[], step: number, by: 1 | -1): string[] | null {
  const to = step + by
  if (to < 0 || to >= order.length || order[to] === '8' || order[step] === '8') return null
  const next = [...order]
  ;[next[step], next[to]] = [next[to] as string, next[step] as string]
  return next
}
