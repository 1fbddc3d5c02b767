import { onActivated, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { wholeDocument } from '@/board/document'
import { useSharedBoard } from '@/board/useBoard'
import { useRunOut } from '@/stores/runout'

/** A plan has an address, with the ball that is looked at; what it names is opened, and it follows what is planned. */
export function useRunOutAddress(guarded: (work: () => Promise<unknown>) => Promise<void>) {
  const board = useSharedBoard()
  const runOut = useRunOut()
  const route = useRoute()
  const router = useRouter()
  const isHere = () => route.meta['place'] === 'runout'

  async function open() {
    const id = Number(route.params['runOutId'] || 0)
    if (!id) {
      if (!Object.keys(board.document.balls).length) board.restoreDraft()
      return
    }
    if (id === runOut.runOut?.id) return
    const ball = Number(route.query['shot'])
    const { question } = await runOut.open(id)
    board.load(wholeDocument(question.document), board.name || 'A planned layout', null, {
      ...question.players,
      race: board.scene.race,
    })
    if (ball) runOut.look(ball - 1)
  }
  const show = () => {
    if (isHere()) void guarded(open)
  }
  onActivated(show)
  watch(() => route.params['runOutId'], show, { immediate: true })
  watch([() => runOut.runOut?.id, () => runOut.step], ([id, step]) => {
    if (!isHere() || !id) return
    const query = step === null ? {} : { shot: String(step + 1) }
    void router.replace({ name: 'runout', params: { runOutId: String(id) }, query })
  })
}
