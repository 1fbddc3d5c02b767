import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api } from '@/api/client'
import { isInHand } from '@/board/document'
import type { Worth } from '@/drawing/dense'
import { useSharedBoard } from '@/board/useBoard'

const WAIT_MS = 200

/** What every place for the cue ball in hand is worth to whoever shoots, kept up with the board. */
export const useInHand = defineStore('in-hand', () => {
  const board = useSharedBoard()
  const places = ref<Worth[]>([])
  const best = computed(() => places.value.reduce<Worth | null>((a, b) => (a && a[2] >= b[2] ? a : b), null))
  const poorest = computed(() => Math.min(...places.value.map((place) => place[2])))
  const asks = computed(() => isInHand(board.document))
  let timer = 0
  let latest = 0

  async function look() {
    const mine = ++latest
    const { me, them } = board.scene
    try {
      const found = await answered(api.POST('/api/in-hand', { body: { document: board.document, me, them } }))
      if (mine === latest && asks.value) places.value = found as Worth[]
    } catch {
      // A layout that is not possible yet has no best place; weighing says why.
      if (mine === latest) places.value = []
    }
  }
  watch(
    [asks, () => board.scene],
    () => {
      window.clearTimeout(timer)
      if (asks.value) timer = window.setTimeout(() => void look(), WAIT_MS)
      else places.value = []
    },
    { immediate: true },
  )
  return { places, best, poorest }
})
