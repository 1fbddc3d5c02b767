/** On a phone the table stands upright. */
import { onMounted, onUnmounted, ref, type Ref } from 'vue'

export function useUpright(): Ref<boolean> {
  const narrow = window.matchMedia('(max-width: 760px)')
  const upright = ref(narrow.matches)
  const fit = () => (upright.value = narrow.matches)
  onMounted(() => narrow.addEventListener('change', fit))
  onUnmounted(() => narrow.removeEventListener('change', fit))
  return upright
}
