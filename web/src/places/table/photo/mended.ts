/** Balls read of a photo, and what their owner mends: plain data. */
import type { PhotoBall } from '@/api/client'
import type { Place } from '@/drawing/place'

export type Spot = [number, number]
export interface Ball {
  name: string
  at: Place
  /** Its rim in the picture; none where it was seen in another one. */
  ring: Spot[]
  /** Its place in what was read; none where it was put in by hand. */
  seen: number | null
  isSure: boolean
  words: string
}

export const readBalls = (balls: PhotoBall[]): Ball[] =>
  balls.map(({ name, at, ring, is_sure, words }, seen) => ({
    name,
    at: at as Place,
    ring: ring as Spot[],
    seen,
    isSure: is_sure,
    words,
  }))

/** A ball under another name; whose that was takes the name that is free now. Both have been looked at. */
export const renamed = (balls: Ball[], place: number, name: string): Ball[] =>
  balls.map((ball, k) => {
    if (k === place) return { ...ball, name, isSure: true, words: '' }
    return ball.name === name ? { ...ball, name: balls[place]?.name ?? name } : ball
  })

export const moved = (balls: Ball[], place: number, at: Place, ring: Spot[]): Ball[] =>
  balls.map((ball, k) => (k === place ? { ...ball, at, ring, isSure: true, words: '' } : ball))

export const without = (balls: Ball[], place: number): Ball[] => balls.filter((_, k) => k !== place)

/** Looked at, and right. */
export const confirmed = (balls: Ball[], place: number): Ball[] =>
  balls.map((ball, k) => (k === place ? { ...ball, isSure: true, words: '' } : ball))

/** The table from its other end: a photo does not say which rail is the head rail. */
export const turned = (balls: Ball[]): Ball[] =>
  balls.map((ball) => ({ ...ball, at: [8 - ball.at[0], 4 - ball.at[1]] }))

/** How far apart two readings have the balls that both name, in all, diamonds. */
const between = (one: Ball[], other: Ball[]): number =>
  one.reduce((sum, { name, at }) => {
    const same = other.find((ball) => ball.name === name)
    return sum + (same ? Math.hypot(at[0] - same.at[0], at[1] - same.at[1]) : 0)
  }, 0)

/** Whether another photo shows the table from its other end, by the balls that both show. */
export const isFromOtherEnd = (before: Ball[], read: Ball[]): boolean =>
  between(before, turned(read)) < between(before, read)

/** What another photo shows beside what is there already. */
export const joined = (before: Ball[], read: Ball[]): Ball[] => {
  const kept = before.filter(({ name }) => !read.some((ball) => ball.name === name))
  return [...read, ...kept.map((ball) => ({ ...ball, ring: [], seen: null }))]
}

/** For each ball that was read the name that it has now; nothing for what is no ball, or was not looked at. */
export const namesOf = (balls: Ball[], count: number): string[] =>
  Array.from(
    { length: count },
    (_, seen) => balls.find((ball) => ball.seen === seen && ball.isSure)?.name ?? '',
  )

export const missing = (balls: Ball[], all: readonly string[]): string[] =>
  all.filter((name) => !balls.some((ball) => ball.name === name))

export const middleOf = (ring: Spot[]): Spot =>
  [0, 1].map((axis) => ring.reduce((sum, spot) => sum + (spot[axis] ?? 0), 0) / ring.length) as Spot
