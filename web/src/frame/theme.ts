/** Day (paper) or hall (dark); this browser remembers it. */
import { ref } from 'vue'
import { keep, kept } from '@/session/kept'

const KEPT = 'partita-theme'
type Theme = 'day' | 'hall'
export const theme = ref<Theme>(kept(KEPT) === 'hall' ? 'hall' : 'day')
const show = () => (document.documentElement.dataset['theme'] = theme.value)
export function turnLights() {
  theme.value = theme.value === 'day' ? 'hall' : 'day'
  keep(KEPT, theme.value)
  show()
}
show()
