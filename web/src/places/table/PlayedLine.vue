<script setup lang="ts">
import { ref, watch } from 'vue'
import { answered, api, type Played } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { useStudy } from '@/stores/study'
import { ENDINGS } from '@/shots/endings'

/** "I played this": what happened, in two taps, kept for the record; a slip can be taken back. */
const study = useStudy()
const asking = ref(false)
const kept = ref<Played | null>(null)
const { problems, guarded } = useGuarded()

watch([() => study.study?.id, () => study.chosen], () => {
  asking.value = false
  kept.value = null
  problems.value = []
})
const keep = (ending: string) =>
  guarded(async () => {
    const path = { study_id: study.study?.id ?? 0 }
    const body = { option: study.place, ending }
    kept.value = await answered(api.POST('/api/studies/{study_id}/played', { params: { path }, body }))
    asking.value = false
  })
const takeBack = () =>
  guarded(async () => {
    const path = { played_id: kept.value?.id ?? 0 }
    const { error } = await api.DELETE('/api/played/{played_id}', { params: { path } })
    if (!error) kept.value = null
  })
const wordOf = (key: string) => ENDINGS.find((e) => e.key === key)?.word ?? key
</script>

<template>
  <div class="played">
    <p v-if="kept" role="status">
      Saved for the record: {{ wordOf(kept.ending) }}.
      <button type="button" class="quiet" @click="takeBack">Take back</button>
    </p>
    <div v-else-if="asking" role="group" aria-label="What happened">
      <span class="muted">What happened?</span>
      <button v-for="e in ENDINGS" :key="e.key" type="button" @click="keep(e.key)">{{ e.word }}</button>
      <button type="button" class="quiet" @click="asking = false">Cancel</button>
    </div>
    <button v-else type="button" @click="asking = true">I played this</button>
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
  font: 600 13px var(--sans);
  min-height: 32px;
  padding: 3px 12px;
  border: 1px solid var(--hairline);
  border-radius: 16px;
  background: transparent;
  color: var(--ink);
  cursor: pointer;
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
