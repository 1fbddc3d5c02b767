<script setup lang="ts">
import { computed, onActivated, ref, watch } from 'vue'
import { answered, api, type Decision } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { ENDINGS, endingsOf } from '@/shots/endings'
import { useMatch } from '@/stores/match'
import { useStudy } from '@/stores/study'
import { text } from '@/words/text/table'

/** "I played this": what happened, in two taps, kept for the record; a slip can be taken back. */
const study = useStudy()
const match = useMatch()
const asking = ref(false)
const kept = ref<Decision | null>(null)
const apart = ref(false)
const { problems, guarded } = useGuarded()

watch([() => study.study?.id, () => study.chosen], () => {
  asking.value = false
  kept.value = null
  problems.value = []
})
const begin = () => {
  asking.value = true
  void match.openInPlay()
}
onActivated(() => void match.openInPlay())
const playing = computed(() => (apart.value ? null : match.playing))
const endings = computed(() => (study.option ? endingsOf(study.option) : []))
const sending = ref(false)
const keep = async (ending: string) => {
  if (sending.value) return
  sending.value = true
  await guarded(async () => {
    const path = { study_id: study.study?.id ?? 0 }
    const body = {
      option: study.place,
      line: study.chosen ?? '',
      ending,
      match: playing.value?.id ?? null,
    }
    kept.value = await answered(api.POST('/api/studies/{study_id}/played', { params: { path }, body }))
    asking.value = false
  })
  sending.value = false
}
const takeBack = () =>
  guarded(async () => {
    const path = { decision_id: kept.value?.id ?? 0 }
    await answered(api.DELETE('/api/decisions/{decision_id}', { params: { path } }))
    kept.value = null
  })
const wordOf = (key: string) => ENDINGS.find((e) => e.key === key)?.word ?? key
</script>

<template>
  <div class="played">
    <p v-if="kept" role="status">
      {{ text.keptInTheRecord(wordOf(kept.ending))
      }}<template v-if="kept.rack_number">{{ text.rack(kept.rack_number) }}</template
      >.
      <RouterLink :to="{ name: 'decision', params: { decisionId: String(kept.id) } }">{{
        text.lookAtIt
      }}</RouterLink>
      <button type="button" class="quiet" @click="takeBack">{{ text.takeBack }}</button>
    </p>
    <div v-else-if="asking" role="group" :aria-label="text.whatHappened">
      <span class="muted">{{ text.whatHappenedQuestion }}</span>
      <button v-for="e in endings" :key="e.key" type="button" @click="keep(e.key)">{{ e.word }}</button>
      <button type="button" class="quiet" @click="asking = false">{{ text.cancel }}</button>
      <label v-if="match.playing" class="muted match"
        ><input type="checkbox" :checked="!apart" @change="apart = !apart" />
        {{ text.inRackAgainst(match.rack, match.playing.opponent_name) }}</label
      >
    </div>
    <button v-else type="button" @click="begin">{{ text.iPlayedThis }}</button>
    <p v-for="problem in problems" :key="problem.what" class="problem" role="alert">
      {{ problem.what }}. {{ problem.accepted }}
    </p>
  </div>
</template>

<style scoped>
.played {
  grid-column: 1 / -1;
  border-top: 1px solid var(--hairline);
  padding-top: 8px;
}
.played > div {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}
p {
  margin: 0;
}
button {
  font: 600 var(--text-sm) var(--sans);
  min-height: 32px;
  padding: 3px 12px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-lg);
  background: transparent;
  color: var(--ink);
  cursor: pointer;
}
a {
  color: var(--brass);
  font-weight: 600;
}
.match {
  flex-basis: 100%;
  display: flex;
  align-items: center;
  gap: 6px;
}
.quiet {
  border-color: transparent;
  color: var(--brass);
}
.problem {
  color: var(--foul);
}
@media (max-width: 760px) {
  button {
    min-height: 44px;
  }
}
</style>
