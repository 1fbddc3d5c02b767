import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api, type Guess, type GuessIn } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { useStudy } from './study'
import { keep, kept } from '@/session/kept'

const KEPT = 'partita-guess-first'

/** Guess first: before a ledger opens the player says what he would play; then both are shown. Off until wanted. */
export const useGuess = defineStore('guess', () => {
  const study = useStudy()
  const on = ref(kept(KEPT) === 'yes')
  const guess = ref<Guess | null>(null)
  /** Studies whose ledger was opened, guessed or not. */
  const opened = ref(new Set<number>())
  const { problems, guarded } = useGuarded()
  const id = computed(() => study.study?.id ?? 0)

  /** True while the ledger waits for a guess. Only a question that is new here: an answer seen before is no riddle. */
  const waits = computed(
    () => on.value && fresh.value === id.value && id.value > 0 && !opened.value.has(id.value),
  )
  const fresh = ref(0)
  function turn() {
    on.value = !on.value
    keep(KEPT, on.value ? 'yes' : 'no')
  }
  const skip = () => opened.value.add(id.value)
  const say = (body: GuessIn) =>
    guarded(async () => {
      const path = { study_id: id.value }
      guess.value = await answered(api.POST('/api/studies/{study_id}/guess', { params: { path }, body }))
      opened.value.add(id.value)
    })
  const look = () =>
    guarded(async () => {
      const [asked, path] = [id.value, { study_id: id.value }]
      const found = await answered(api.GET('/api/studies/{study_id}/guess', { params: { path } }))
      if (asked === id.value) guess.value = found
    })

  // A study that was just asked is new; one that is opened by its address has been seen.
  watch(
    () => study.asking,
    (now, before) => {
      if (before && !now && !study.isRefining) fresh.value = id.value
    },
  )
  watch([id, () => study.isSettled], ([now, final], [before]) => {
    if (now !== before) guess.value = null
    if (now && final) void look()
  })
  return { on, guess, waits, problems, turn, skip, say }
})
