/** One's own board, open to others: this page's part in it. */
import { defineStore } from 'pinia'
import { computed } from 'vue'
import { answered, api } from '@/api/client'
import { createTogether } from '@/board/together'
import { useSharedBoard } from '@/board/useBoard'

export const useOpenBoard = defineStore('open-board', () => {
  const board = useSharedBoard()
  const together = createTogether(board)
  const isOpen = computed(() => !!together.room.value && !together.over.value)
  const mine = computed(() => together.room.value?.seat ?? null)
  const hasHand = computed(() => isOpen.value && together.people.value?.hand === mine.value)
  /** Who else is there. */
  const others = computed(() => together.people.value?.people.filter(({ seat }) => seat !== mine.value) ?? [])

  /** Go on with the board that is open since before this page was. */
  async function resume() {
    const found = await answered(api.GET('/api/rooms'))
    if (found && !isOpen.value) await together.enter(found, true)
  }
  async function open(title: string, name: string) {
    const body = { title, name, board: board.log }
    await together.enter(await answered(api.POST('/api/rooms', { body: body as never })), false)
  }
  async function close() {
    await together.close()
    together.leave()
  }
  return { ...together, isOpen, hasHand, others, resume, open, close }
})
export type OpenBoard = ReturnType<typeof useOpenBoard>
