/** The board that Table, Run-out and Kicks share, kept in this browser; components take whichever board is provided. */
import { defineStore } from 'pinia'
import { inject, provide, watch, type InjectionKey } from 'vue'
import { answered, api } from '@/api/client'
import { useSession } from '@/stores/session'
import { createBoard, readDraft } from './board'

/** Each account has a draft of its own in this browser. */
const draftKey = () => `partita-draft-${useSession().username ?? ''}`

export const useSharedBoard = defineStore('board', () => {
  const board = createBoard()

  /** What was last on it in this browser; false when there is nothing. */
  function restoreDraft(): boolean {
    const draft = localStorage.getItem(draftKey())
    if (!draft) return false
    try {
      board.restore(readDraft(draft))
      return true
    } catch {
      localStorage.removeItem(draftKey())
      return false
    }
  }
  watch([board.scene, board.name, board.id, board.isKept], () =>
    localStorage.setItem(draftKey(), JSON.stringify(board.draft())),
  )
  /** Keep the layout under its name. */
  async function save() {
    const body = { name: board.name.value.trim() || 'Untitled layout', document: board.document.value }
    const { value: id } = board.id
    const layout = await answered(
      id === null
        ? api.POST('/api/layouts', { body })
        : api.PUT('/api/layouts/{layout_id}', { params: { path: { layout_id: id } }, body }),
    )
    board.name.value = layout.name
    board.markKept(layout.id)
  }
  return { ...board, restoreDraft, save }
})
export type SharedBoard = ReturnType<typeof useSharedBoard>

const BOARD: InjectionKey<SharedBoard> = Symbol('board')
/** Components below use this board instead of the shared one. */
export const provideBoard = (board: SharedBoard) => provide(BOARD, board)
export const useBoard = (): SharedBoard => inject(BOARD, null) ?? useSharedBoard()
