/** Said to who listens to the page instead of looking at it; the frame reads it out. */
import { ref } from 'vue'

export const announced = ref('')
export function announce(words: string): void {
  // The same words again are said again.
  announced.value = announced.value === words ? `${words}\u00a0` : words
}
