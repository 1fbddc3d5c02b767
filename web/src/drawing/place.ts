/** A place on a table, diamonds: x 0..8 from the head rail, y 0..4 from the near long rail. */
export type Place = [number, number]
