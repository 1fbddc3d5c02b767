/** Day (paper) or hall (dark): as the system has it until somebody chooses, which this browser remembers. */
import { computed, ref, watchEffect } from 'vue'
import { keep, kept } from '@/session/kept'

const KEPT = 'partita-theme'
type Theme = 'day' | 'hall'
const wasChosen = kept(KEPT)
const chosen = ref<Theme | null>(wasChosen === 'hall' || wasChosen === 'day' ? wasChosen : null)
const dark = window.matchMedia('(prefers-color-scheme: dark)')
const isDark = ref(dark.matches)
dark.addEventListener('change', (event) => (isDark.value = event.matches))
export const theme = computed<Theme>(() => chosen.value ?? (isDark.value ? 'hall' : 'day'))

export function turnLights() {
  chosen.value = theme.value === 'day' ? 'hall' : 'day'
  keep(KEPT, chosen.value)
}
/** The browser's own frame about the page is of the page's paper. */
function paintFrame() {
  const paper = getComputedStyle(document.documentElement).getPropertyValue('--paper').trim()
  if (paper) document.querySelector('meta[name=theme-color]')?.setAttribute('content', paper)
}
watchEffect(() => {
  document.documentElement.dataset['theme'] = theme.value
  paintFrame()
})
