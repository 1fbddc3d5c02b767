import { computed, ref, type Ref } from 'vue'
import type { Stroke } from '@/api/client'
import type { Place } from '@/drawing/place'
import { useSharedBoard } from '@/board/useBoard'
import { useKicks } from '@/stores/kicks'
import { useTries } from '@/stores/tries'
import { tryOf } from './tryOf'
import { text } from '@/words/text/kicks'

const ASKS = text.strikeAlone

/** A try being logged: the next press on a rail says where the ball arrived. `table` is brought into sight for it. */
export function useTryLog(table: Ref<HTMLElement | null>) {
  const board = useSharedBoard()
  const kicks = useKicks()
  const tries = useTries()
  const logging = ref(false)
  const words = ref(ASKS)
  const canLog = computed(() => kicks.look?.number != null)

  function turn() {
    logging.value = canLog.value && !logging.value
    words.value = ASKS
    if (logging.value) table.value?.scrollIntoView({ block: 'start' })
  }
  async function arrived(at: Place) {
    const { cue } = board.document.balls
    const [found, number] = [kicks.look, kicks.look?.number]
    if (!found || !cue || number == null) return
    const tried = tryOf(found, cue, at, number)
    if (typeof tried === 'string') {
      words.value = tried
      return
    }
    logging.value = false
    if (await tries.log(tried)) await kicks.closely(found.option.stroke as Stroke)
  }
  /** Leave it; whether there was something to leave. */
  function leave(): boolean {
    const was = logging.value
    logging.value = false
    return was
  }
  return { logging, words, canLog, turn, arrived, leave }
}
