/** A choice being made by pressing: ball and pocket, a ball and where both should go, or a stroke that is aimed. */
import { computed, ref } from 'vue'
import type { QuizChoice, Stroke } from '@/api/client'
import type { Place } from '@/drawing/place'
import { FIRST_STROKE } from '@/stores/ownshot'
import { text } from '@/words/text/practice'

export type Meant = 'pot' | 'safe' | 'stroke'

export function useChoice() {
  const meant = ref<Meant>('pot')
  const ball = ref('')
  const pocket = ref('')
  const cueTo = ref<Place | null>(null)
  const ballTo = ref<Place | null>(null)
  const stroke = ref<Stroke>({ ...FIRST_STROKE })
  const aimed = ref(false)
  /** How often it goes in, %. */
  const make = ref(60)

  function clear() {
    ball.value = pocket.value = ''
    cueTo.value = ballTo.value = null
    stroke.value = { ...FIRST_STROKE }
    aimed.value = false
  }
  function mean(next: Meant) {
    meant.value = next
    clear()
  }
  /** What the drawing waits for. */
  const asks = computed<'ball' | 'pocket' | 'place'>(() => {
    if (meant.value === 'stroke') return 'place'
    if (!ball.value) return 'ball'
    return meant.value === 'pot' ? 'pocket' : 'place'
  })
  const hint = computed(() => {
    if (meant.value === 'stroke') return text.pressTheTableWhereThe
    if (!ball.value) return meant.value === 'pot' ? text.pressTheBallToPot : text.pressTheBallToHit
    if (meant.value === 'pot') return pocket.value ? text.anotherPocketCanStillBe : text.pressThePocket
    if (!cueTo.value) return text.pressWhereTheCueBall
    return ballTo.value ? text.pressAgainToMoveBoth : text.pressWhereTheShouldCome(ball.value)
  })
  const ready = computed(() => {
    if (meant.value === 'stroke') return aimed.value
    return !!ball.value && (meant.value === 'pot' ? !!pocket.value : !!cueTo.value && !!ballTo.value)
  })
  function takeBall(next: string) {
    ball.value = next
    pocket.value = ''
    cueTo.value = ballTo.value = null
  }
  const takePocket = (next: string) => (pocket.value = next)
  function press(at: Place, cue: Place | undefined) {
    if (meant.value === 'stroke') {
      if (!cue) return
      aim((Math.atan2(at[1] - cue[1], at[0] - cue[0]) * 180) / Math.PI)
    } else if (!cueTo.value || ballTo.value) {
      cueTo.value = at
      ballTo.value = null
    } else ballTo.value = at
  }
  function aim(degrees: number) {
    stroke.value = { ...stroke.value, aim_deg: Math.round(100 * degrees) / 100 }
    aimed.value = true
  }
  const setStroke = (part: Partial<Stroke>) => (stroke.value = { ...stroke.value, ...part })
  /** The choice as the server takes it; none while it is not whole. */
  function said(): QuizChoice | null {
    if (!ready.value) return null
    const chance = make.value / 100
    if (meant.value === 'pot') return { meant: 'pot', ball: ball.value, pocket: pocket.value, make: chance }
    if (meant.value === 'stroke') return { meant: 'stroke', stroke: stroke.value, make: null }
    return { meant: 'safe', ball: ball.value, cue_to: cueTo.value, ball_to: ballTo.value }
  }
  return {
    meant, ball, pocket, cueTo, ballTo, stroke, aimed, make, asks, hint, ready,
    clear, mean, takeBall, takePocket, press, aim, setStroke, said,
  } // prettier-ignore
}
export type Choosing = ReturnType<typeof useChoice>
