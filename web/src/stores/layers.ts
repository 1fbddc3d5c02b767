/** The layers of a drawing that can be shown or hidden, each with its key and what it shows. */
import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import { readKept } from './kept'

export const LAYERS = [
  {
    key: 'fan',
    name: 'Tries',
    letter: 'I',
    says: 'how the shot comes out in this player’s hands, many times',
  },
  { key: 'rests', name: 'Rests', letter: 'E', says: 'where the balls come to rest' },
  { key: 'shadows', name: 'Shadows', letter: 'D', says: 'from where the next ball cannot be hit straight' },
  { key: 'window', name: 'Pocket', letter: 'K', says: 'how far the pocket is open' },
  { key: 'scratches', name: 'Scratch', letter: 'A', says: 'ways on which the cue ball falls' },
  { key: 'positions', name: 'Next ball', letter: 'X', says: 'straight lines to the next ball' },
  { key: 'hand', name: 'Ball in hand', letter: 'B', says: 'where the cue ball in hand is worth most' },
] as const
export type Layer = (typeof LAYERS)[number]['key']
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
  watch(shown, (now) => localStorage.setItem(KEPT, JSON.stringify(now)), { deep: true })
  return { shown, turn }
})
