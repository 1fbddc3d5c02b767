/** A board's log: where it began and what was done since. Undo plays the list again without its last command. */
import { applied, type Command } from './commands'
import { emptyScene, type Scene } from './document'

export interface Log {
  begin: Scene
  done: Command[]
  /** What was undone, the last one first in line to be done again. */
  undone: Command[]
}
/** So many commands can be undone; older ones become part of the beginning. */
export const MOST_STEPS = 100

/** What can be done to a log, as plain data: a command, or that the last one is undone or done again. */
export type Step = Command | { do: 'undo' } | { do: 'redo' }

export const emptyLog = (begin: Scene = emptyScene()): Log => ({ begin, done: [], undone: [] })
export const sceneOf = ({ begin, done }: Log): Scene => done.reduce(applied, begin)

/** The log after a command; the same log when the command changes nothing. */
export function withCommand(log: Log, command: Command): Log {
  const before = sceneOf(log)
  if (JSON.stringify(applied(before, command)) === JSON.stringify(before)) return log
  const done = [...log.done, command]
  const [first] = done
  if (done.length <= MOST_STEPS || !first) return { ...log, done, undone: [] }
  return { begin: applied(log.begin, first), done: done.slice(1), undone: [] }
}
export function undone(log: Log): Log {
  const last = log.done.at(-1)
  return last ? { ...log, done: log.done.slice(0, -1), undone: [...log.undone, last] } : log
}
export function redone(log: Log): Log {
  const next = log.undone.at(-1)
  return next ? { ...log, done: [...log.done, next], undone: log.undone.slice(0, -1) } : log
}
/** The log after a step; the same log when the step changes nothing. */
export function withStep(log: Log, step: Step): Log {
  if (step.do === 'undo') return undone(log)
  return step.do === 'redo' ? redone(log) : withCommand(log, step)
}
