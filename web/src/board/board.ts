/** A board: one table with balls, scene and players, changed by commands only. As many of them as are wanted. */
import { computed, ref, shallowRef, type UnwrapNestedRefs } from 'vue'
import type { Command } from './commands'
import {
  ballsOf,
  emptyDocument,
  gameHas,
  isOnATable,
  wholeDocument,
  type LayoutDocument,
  type Scene,
} from './document'
import type { Place } from '@/drawing/place'
import { emptyLog, sceneOf, withStep, type Log, type Step } from './log'

/** What a browser keeps of a board. */
export interface Draft {
  log: Log
  name: string
  id: number | null
  kept: string
  /** How often it had been saved when it was opened or saved here. */
  revision?: number | null
}

export function createBoard() {
  const log = shallowRef<Log>(emptyLog())
  const name = ref('')
  /** The kept layout that it was opened from or saved as. */
  const id = ref<number | null>(null)
  const kept = ref('')
  const revision = ref<number | null>(null)
  const selected = ref<string | null>(null)

  const scene = computed<Scene>(() => sceneOf(log.value))
  const document = computed(() => scene.value.document)
  const missing = computed(() =>
    ballsOf(document.value.game).filter((ball) => !(ball in document.value.balls)),
  )
  const asKept = () => JSON.stringify([name.value, document.value])
  const isKept = computed(() => id.value !== null && kept.value === asKept())
  const canUndo = computed(() => log.value.done.length > 0)
  const canRedo = computed(() => log.value.undone.length > 0)
  const has = (part: Parameters<typeof gameHas>[1]) => gameHas(document.value.game, part)

  /** Who hears what is done here, to tell others. */
  let listener: ((step: Step) => void) | null = null
  const listen = (told: typeof listener) => (listener = told)
  function act(step: Step) {
    const before = log.value
    log.value = withStep(before, step)
    if (log.value !== before) listener?.(step)
  }
  /** Lie as another board does, with all that can be undone there; nobody is told. */
  const mirror = (other: Log) => (log.value = other)
  const run = (command: Command) => act(command)
  const place = (ball: string, at: Place) => run({ do: 'place', ball, at })
  const undo = () => act({ do: 'undo' })
  const redo = () => act({ do: 'redo' })

  /** Another layout, with or without the players and the race it was asked with; undo brings back what lay there. */
  function load(
    next: LayoutDocument,
    called: string,
    layoutId: number | null,
    asked?: Pick<Scene, 'me' | 'them' | 'race'>,
    saved: number | null = null,
  ) {
    const players = asked && { me: asked.me, them: asked.them }
    run({ do: 'load', document: next, ...(asked ? { players, race: asked.race } : {}) } as Command)
    name.value = called
    selected.value = null
    markKept(layoutId, saved)
  }
  /** It is as it is kept under that number, in that revision. */
  function markKept(layoutId: number | null, saved: number | null = null) {
    id.value = layoutId
    revision.value = saved
    kept.value = layoutId === null ? '' : asKept()
  }
  const clear = () => load(emptyDocument(), '', null)

  const draft = (): Draft => ({
    log: log.value,
    name: name.value,
    id: id.value,
    kept: kept.value,
    revision: revision.value,
  })
  function restore(saved: Draft) {
    sceneOf(saved.log)
    log.value = saved.log
    name.value = saved.name
    id.value = saved.id
    kept.value = saved.kept
    revision.value = saved.revision ?? null
  }
  return {
    log, scene, document, missing, name, id, revision, selected, isKept, canUndo, canRedo,
    has, run, place, undo, redo, load, clear, markKept, draft, restore, listen, mirror,
  } // prettier-ignore
}
export type Board = ReturnType<typeof createBoard>
/** A board as components have it. */
export type OpenBoard = UnwrapNestedRefs<Board>

/** A draft that a version before 0.6 kept: the scene alone, its race perhaps left out. */
interface EarlierDraft {
  scene: Omit<Scene, 'race'> & { race?: Scene['race'] }
  name: string
  id: number | null
  kept: string
}
/** A draft as it was kept, whichever version kept it. Throws when it cannot be what lies on a board. */
export function readDraft(text: string): Draft {
  const draft = asDraft(JSON.parse(text) as Draft | EarlierDraft)
  const { document, me, them } = sceneOf(draft.log)
  if (!isOnATable(document) || ![me, them, draft.name].every((word) => typeof word === 'string'))
    throw new Error('this is no draft of a board')
  return draft
}
function asDraft(found: Draft | EarlierDraft): Draft {
  if ('log' in found) return found
  const { scene, ...rest } = found
  const begin = { ...scene, race: scene.race ?? null, document: wholeDocument(scene.document) }
  return { ...rest, log: emptyLog(begin) }
}
