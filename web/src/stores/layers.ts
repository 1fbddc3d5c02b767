/** Which layers of a drawing are shown. */
import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import { LAYERS, type Layer } from '@/drawing/layers'
import { keep, readKept } from '@/session/kept'

const KEPT = 'partita-layers'
/** Where a shot is only to be looked at: its tries and where they rest. */
export const ONLY_TRIES = Object.fromEntries(
  LAYERS.map(({ key }) => [key, key === 'fan' || key === 'rests']),
) as Record<Layer, boolean>

/** Which layers are shown; this browser remembers it. */
export const useLayers = defineStore('layers', () => {
  const shown = ref<Record<Layer, boolean>>({
    fan: true,
    rests: true,
    shadows: true,
    window: true,
    scratches: true,
    positions: false,
    hand: true,
    ...readKept(KEPT, (text) => JSON.parse(text) as Partial<Record<Layer, boolean>>).found,
  })
  const turn = (layer: Layer) => (shown.value[layer] = !shown.value[layer])
  watch(shown, (now) => keep(KEPT, JSON.stringify(now)), { deep: true })
  return { shown, turn }
})
