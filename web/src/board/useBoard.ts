/** The board that Table, Run-out and Kicks share, kept in this browser; components take whichever board is provided. */
import { defineStore } from 'pinia'
import { inject, provide, ref, watch, type InjectionKey } from 'vue'
import { answered, api } from '@/api/client'
import { keep, readKept } from '@/session/kept'
import { useSession } from '@/session/session'
import { createBoard, readDraft, type OpenBoard } from './board'
import { text } from '@/words/text/board'

/** Each account has a draft of its own in this browser. */
const draftKey = () => `partita-draft-${useSession().username ?? ''}`

export const useSharedBoard = defineStore('board', () => {
  const board = createBoard()

  /** True after a draft that could not be read. */
  const wasSetAside = ref(false)
  /** What was last on it in this browser; false when there is nothing. */
  function restoreDraft(): boolean {
    const { found, setAside } = readKept(draftKey(), readDraft)
    wasSetAside.value = setAside
    if (found) board.restore(found)
    return !!found
  }
  watch([board.scene, board.name, board.id, board.isKept], () =>
    keep(draftKey(), JSON.stringify(board.draft())),
  )
  /** Keep the layout under its name. Refused with status 409 when another window has saved it since. */
  async function save() {
    const { value: id } = board.id
    const body = {
      name: board.name.value.trim() || text.untitledLayout,
      document: board.document.value,
      revision: board.revision.value,
    }
    const layout = await answered(
      id === null
        ? api.POST('/api/layouts', { body })
        : api.PUT('/api/layouts/{layout_id}', { params: { path: { layout_id: id } }, body }),
    )
    board.name.value = layout.name
    board.markKept(layout.id, layout.revision)
  }
  /** Keep it beside the one that another window has saved, as one of its own. */
  async function saveBeside() {
    board.markKept(null)
    board.name.value = text.ofThisWindow(board.name.value.trim() || text.untitledLayout).slice(0, 80)
    await save()
  }
  return { ...board, wasSetAside, restoreDraft, save, saveBeside }
})
export type SharedBoard = ReturnType<typeof useSharedBoard>

const BOARD: InjectionKey<OpenBoard> = Symbol('board')
/** Components below use this board instead of the shared one. */
export const provideBoard = (board: OpenBoard) => provide(BOARD, board)
export const useBoard = (): OpenBoard => inject(BOARD, null) ?? useSharedBoard()
