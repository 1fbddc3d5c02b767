import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { answered, api, type Drawing, type Reckoning, type WholeDecision } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { wholeDocument } from '@/board/document'
import type { Place } from '@/drawing/place'
import { isActive } from '@/api/follow'
import { createQuestion } from '@/api/question'
import { useSession } from '@/session/session'
import { text } from '@/words/text/record'

/** The decision that the address names: opened, drawn, told more of, weighed anew. */
export function useDecision() {
  const route = useRoute()
  const session = useSession()
  const { problems, guarded } = useGuarded()
  const reckonings = createQuestion('reckonings', { problems, taken })
  const { now: reckoning, running: weighing } = reckonings
  const id = computed(() => Number(route.params['decisionId']))
  const path = () => ({ params: { path: { decision_id: id.value } } })
  const decision = ref<WholeDecision | null>(null)
  const drawing = ref<Drawing | null>(null)
  const best = ref(false)
  const resting = ref(false)

  const show = () => {
    if (route.name !== 'decision') return
    void guarded(async () => {
      if (decision.value?.id !== id.value) {
        decision.value = null
        drawing.value = null
        best.value = resting.value = false
      }
      decision.value = await answered(api.GET('/api/decisions/{decision_id}', path()))
      if (document.value) await session.learnGeometry(document.value.table)
      await draw()
    })
  }
  const draw = () =>
    guarded(async () => {
      if (!decision.value?.has_drawing) return
      const params = { ...path().params, query: { best: best.value } }
      drawing.value = await answered(api.GET('/api/decisions/{decision_id}/drawing', { params }))
    })
  watch(best, () => void draw())

  const document = computed(() => (decision.value?.document ? wholeDocument(decision.value.document) : null))
  const geometry = computed(() => (document.value ? session.geometryOf(document.value.table) : undefined))
  const balls = computed(() => ({
    ...((document.value?.balls ?? {}) as Record<string, Place>),
    ...(decision.value?.cue ? { cue: decision.value.cue as Place } : {}),
  }))
  /** Changes go one after another: each begins with what the one before it left. */
  let before = Promise.resolve()
  const change = (part: { ending?: string; made?: boolean | null; rest?: number[] | null }) => {
    resting.value = false
    before = before.then(() =>
      guarded(async () => {
        if (!decision.value) return
        const { ending, made, rest } = decision.value
        const body = { ending, made, rest, ...part }
        decision.value = await answered(api.PUT('/api/decisions/{decision_id}', { ...path(), body }))
      }),
    )
    return before
  }
  const anew = () => reckonings.ask(() => answered(api.POST('/api/decisions/{decision_id}/anew', path())))
  function taken(next: Reckoning) {
    if (isActive(next)) return
    show()
    const words = next.document?.left_out ? text.cannotWeighAnew : next.failure
    if (words) problems.value = [{ where: '', what: words, accepted: '' }]
  }

  // Whenever one comes here, once.
  watch(() => route.fullPath, show, { immediate: true })
  return {
    decision,
    drawing,
    best,
    resting,
    reckoning,
    weighing,
    document,
    geometry,
    balls,
    problems,
    change,
    anew,
  }
}
