import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api } from '@/api/client'
import type { Worth } from '@/drawing/dense'
import { useLayout } from './layout'

const WAIT_MS = 200

/** What every place for the cue ball in hand is worth to whoever shoots, kept up with the layout. */
export const useInHand = defineStore('in-hand', () => {
  const layout = useLayout()
  const places = ref<Worth[]>([])
  const best = computed(() => places.value.reduce<Worth | null>((a, b) => (a && a[2] >= b[2] ? a : b), null))
  const poorest = computed(() => Math.min(...places.value.map((place) => place[2])))
  const asks = computed(() => !!layout.document.situation.ball_in_hand)
  let timer = 0
  let latest = 0

  async function look() {
    const mine = ++latest
    const { me, them } = layout.scene
    try {
      const found = await answered(
        api.POST('/api/in-hand', { body: { document: layout.document, me, them } }),
      )
      if (mine === latest && asks.value) places.value = found as Worth[]
    } catch {
      // A layout that is not possible yet has no best place; weighing says why.
      if (mine === latest) places.value = []
    }
  }
  watch(
    [asks, () => layout.scene],
    () => {
      window.clearTimeout(timer)
      if (asks.value) timer = window.setTimeout(() => void look(), WAIT_MS)
      else places.value = []
    },
    { immediate: true },
  )
  return { places, best, poorest }
})
