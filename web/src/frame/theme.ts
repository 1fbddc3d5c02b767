/** Day (paper) or hall (dark); this browser remembers it. */
import { ref } from 'vue'

const KEPT = 'partita-theme'
type Theme = 'day' | 'hall'
export const theme = ref<Theme>(localStorage.getItem(KEPT) === 'hall' ? 'hall' : 'day')
const show = () => (document.documentElement.dataset['theme'] = theme.value)
export function turnLights() {
  theme.value = theme.value === 'day' ? 'hall' : 'day'
  localStorage.setItem(KEPT, theme.value)
  show()
}
show()
