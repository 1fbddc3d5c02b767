/** A layout file pasted or dropped anywhere on the page. */
import { onActivated, onDeactivated } from 'vue'

export function useGivenFiles(take: (content: string | File) => void) {
  function paste(event: ClipboardEvent) {
    const text = event.clipboardData?.getData('text') ?? ''
    if ((event.target as Element).closest('input, textarea') || !text.trim().startsWith('{')) return
    take(text)
  }
  function drop(event: DragEvent) {
    const [file] = event.dataTransfer?.files ?? []
    if (file) take(file)
  }
  onActivated(() => window.addEventListener('paste', paste))
  onDeactivated(() => window.removeEventListener('paste', paste))
  return { drop }
}
