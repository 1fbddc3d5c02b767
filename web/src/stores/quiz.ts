import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import {
  answered,
  api,
  type Option,
  type QuizChoice,
  type QuizPosition,
  type QuizRound,
  type QuizScore,
  type Trial,
} from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { wholeDocument } from '@/board/document'

/** A round of the quiz: decided first, then compared, position by position. */
export const useQuiz = defineStore('quiz', () => {
  const round = ref<QuizRound | null>(null)
  const at = ref(0)
  const scores = ref<QuizScore[]>([])
  const trial = ref<Trial | null>(null)
  const shown = ref<Option | null>(null)
  const comparing = ref(false)
  const { problems, guarded } = useGuarded()

  const positions = computed(() => round.value?.positions ?? [])
  const position = computed<QuizPosition | null>(() => positions.value[at.value] ?? null)
  const document = computed(() => (position.value ? wholeDocument(position.value.layout as never) : null))
  const opened = computed(() => !!position.value?.study)
  const two = computed(() => !!round.value?.second_name)
  /** Who is to answer: 1 the player, 2 the second one. */
  const who = computed(() => (two.value && position.value?.answered.includes(1) ? 2 : 1))
  const whose = computed(() => (who.value === 1 ? round.value?.player_name : round.value?.second_name) ?? '')
  const done = computed(() => positions.value.filter((one) => one.study).length)
  /** All answered; a round whose positions are gone from the pool has its score left. */
  const over = computed(() => !!round.value && at.value >= positions.value.length)
  const last = computed(() => at.value === positions.value.length - 1)

  const open = (id: number) =>
    guarded(async () => {
      if (round.value?.id === id) return
      round.value = null
      const params = { path: { round_id: id } }
      const found = await answered(api.GET('/api/quiz/rounds/{round_id}', { params }))
      // Opened twice at once, it is taken once.
      if ((round.value as QuizRound | null)?.id === id) return
      round.value = found
      const first = round.value.positions.findIndex((one) => !one.study)
      await goTo(first < 0 ? round.value.positions.length : first)
    })
  async function goTo(place: number) {
    at.value = place
    trial.value = shown.value = null
    problems.value = []
    if (over.value) await score()
    else if (opened.value) showBest()
  }
  const showBest = () => {
    const best = position.value?.study?.options[0]
    if (best) void show(best)
  }
  /** Compare a choice; without one the time ran out. False when it was refused and may be made anew. */
  async function answer(choice: QuizChoice | null): Promise<boolean> {
    const [now, key] = [round.value, position.value?.key]
    if (!now || !key || comparing.value) return false
    comparing.value = true
    let kept = false
    await guarded(async () => {
      const body = { position: key, who: who.value, choice }
      const path = { round_id: now.id }
      const answer = await answered(
        api.POST('/api/quiz/rounds/{round_id}/answers', { params: { path }, body }),
      )
      kept = true
      round.value = {
        ...now,
        positions: now.positions.map((one) => (one.key === key ? answer : one)),
      }
    })
    comparing.value = false
    if (kept && opened.value) showBest()
    return kept
  }
  /** Draw a line of the ledger. */
  const show = (option: Option) =>
    guarded(async () => {
      shown.value = option
      const [now, asked] = [round.value, document.value]
      if (!now || !asked) return
      const body = { document: asked, me: now.level, them: now.level, stroke: option.stroke }
      const found = await answered(api.POST('/api/strokes', { body: body as never }))
      if (shown.value?.id === option.id) trial.value = found
    })
  const score = () =>
    guarded(async () => {
      if (!round.value) return
      const path = { round_id: round.value.id }
      scores.value = await answered(api.GET('/api/quiz/rounds/{round_id}/score', { params: { path } }))
    })
  return {
    round, at, scores, trial, shown, comparing, problems, positions, position, document, opened, two, who, whose,
    done, over, last, open, goTo, answer, show, score,
  } // prettier-ignore
})
