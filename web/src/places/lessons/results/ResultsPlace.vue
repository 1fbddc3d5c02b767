<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, api, type LessonResults } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import type { Place } from '@/drawing/place'
import { POCKETS } from '@/drawing/pockets'
import PracticeDrawing from '@/drawing/PracticeDrawing.vue'
import FrameActs from '@/frame/FrameActs.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { decimal } from '@/words/numbers'
import { text } from '@/words/text/lessons'

/** What students answered: by a table, and at the chosen position on the cloth. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const router = useRouter()
const { problems, guarded } = useGuarded()
const results = ref<LessonResults | null>(null)
const at = ref(0)
const id = computed(() => Number(route.params['givingId']))
const load = () =>
  guarded(async () => {
    const params = { path: { giving_id: id.value } }
    results.value = await answered(api.GET('/api/givings/{giving_id}', { params }))
    at.value = results.value.worst[0] ?? 0
  })
watch(() => route.fullPath, () => route.name === 'results' && void load(), { immediate: true }) // prettier-ignore
const remove = () =>
  guarded(async () => {
    await answered(api.DELETE('/api/givings/{giving_id}', { params: { path: { giving_id: id.value } } }))
    await router.push({ name: 'lessons' })
  })
const worst = computed(() => {
  const places = results.value?.worst ?? []
  return places.length
    ? text.mostWentWrong(places.slice(0, 3).map((k) => k + 1).join(', '))
    : text.allRight
}) // prettier-ignore
type Student = LessonResults['students'][number]
const answerOf = (student: Student, place: number) => student.answers.find((one) => one.place === place)
const costOf = (student: Student) => {
  const costs = student.answers.flatMap((one) => (one.cost == null ? [] : [one.cost]))
  return costs.length ? decimal(100 * costs.reduce((a, b) => a + b, 0)) : ''
}
const hasCost = computed(() => results.value?.places.some((one) => one.cost !== null) ?? false)
const rightOf = (student: Student) =>
  text.rightOf(student.answers.filter((one) => one.right).length, student.answers.length)
const place = computed(() => results.value?.places[at.value] ?? null)
const balls = computed(() => (results.value?.layouts[at.value]?.balls ?? {}) as Record<string, Place>)
const here = computed(() =>
  (results.value?.students ?? []).flatMap((student) => {
    const found = answerOf(student, at.value)
    return found ? [{ name: student.name, ...found }] : []
  }),
)
const rests = computed(() =>
  here.value.flatMap(({ answer, right }) => (answer.at ? [{ at: answer.at as Place, made: right }] : [])),
)
const zones = computed(() => (place.value?.zone ? [{ ...place.value.zone, rail: null }] : []))
/** From each ball to the pocket that was answered, as often as it was. */
const lines = computed<[Place, Place][]>(() =>
  here.value.flatMap(({ answer }) => {
    const said = answer.choice ?? answer
    const from = balls.value[said.ball ?? '']
    const to = POCKETS.find((one) => one.key === said.pocket)
    return from && to ? [[from, placeOf(to.key)] as [Place, Place]] : []
  }),
)
/** Pockets by their names: a row and a column each. */
function placeOf(pocket: string): Place {
  const [column, row] = pocket.split('-')
  return [{ head: 0, side: 4, foot: 8 }[column ?? ''] ?? 4, row === 'far' ? 4 : 0]
}
</script>

<template>
  <main class="card">
    <header>
      <RouterLink :to="{ name: 'lessons' }" class="back">{{ text.backToLessons }}</RouterLink>
      <h1 v-if="results">{{ text.results(results.line.title) }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <ProblemList :problems="problems" />
    <div v-if="results" class="halves">
      <section class="sheet" :aria-label="text.answers">
        <p v-if="!results.students.length" class="muted">{{ text.nobodyBegan }}</p>
        <template v-else>
          <p>
            <b>{{ worst }}</b>
          </p>
          <div class="wide">
            <table>
              <thead>
                <tr>
                  <th scope="col">{{ text.student }}</th>
                  <th v-for="(one, k) in results.places" :key="k" scope="col">
                    <button
                      type="button"
                      :aria-pressed="k === at"
                      :aria-label="text.position(k + 1)"
                      :title="one.name || one.asks"
                      @click="at = k"
                    >
                      {{ k + 1 }}
                    </button>
                  </th>
                  <th scope="col">{{ text.rightInAll }}</th>
                  <th v-if="hasCost" scope="col">{{ text.cost }}</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="(student, row) in results.students" :key="row">
                  <th scope="row">{{ student.name }}</th>
                  <td v-for="(_, k) in results.places" :key="k" :class="{ chosen: k === at }">
                    <span
                      v-if="answerOf(student, k)"
                      :class="answerOf(student, k)?.right ? 'right' : 'wrong'"
                      :title="answerOf(student, k)?.answered"
                      role="img"
                      :aria-label="`${answerOf(student, k)?.right ? text.right : text.wrong}: ${answerOf(student, k)?.answered}`"
                      >{{ answerOf(student, k)?.right ? '✓' : '✗' }}</span><span
                      v-else
                      class="muted"
                      role="img"
                      :aria-label="text.none"
                      >·</span
                    >
                  </td>
                  <td>{{ rightOf(student) }}</td>
                  <td v-if="hasCost">{{ costOf(student) }}</td>
                </tr>
              </tbody>
              <tfoot>
                <tr>
                  <th scope="row">{{ text.rightInAll }}</th>
                  <td v-for="(one, k) in results.places" :key="k" :class="{ chosen: k === at }">
                    {{ one.answered ? `${one.right}/${one.answered}` : '·' }}
                  </td>
                  <td :colspan="hasCost ? 2 : 1"></td>
                </tr>
              </tfoot>
            </table>
          </div>
        </template>
        <div class="choices">
          <button type="button" @click="remove">{{ text.deleteAnswers }}</button>
        </div>
      </section>
      <section v-if="place && results.geometries[at]" class="sheet" aria-labelledby="cloth">
        <h2 id="cloth">{{ text.position(at + 1) }}: {{ place.name || place.asks }}</h2>
        <p class="muted">{{ text.whatIsRight }}: {{ place.words }}</p>
        <PracticeDrawing
          :key="at"
          :table="results.geometries[at]!"
          :balls="balls"
          :rests="rests"
          :zones="zones"
          :lines="lines"
          :words="text.onTheCloth"
          class="drawing"
        />
        <ul>
          <li v-for="one in here" :key="one.name">
            <b>{{ one.name }}</b>
            <span :class="one.right ? 'right' : 'wrong'">{{ one.right ? '✓' : '✗' }} {{ one.answered }}</span>
          </li>
        </ul>
      </section>
    </div>
  </main>
</template>

<style scoped src="@/design/card-page.css"></style>
<style scoped src="@/design/card.css"></style>
<style scoped src="../lists.css"></style>
<style scoped>
.wide {
  overflow-x: auto;
}
thead button {
  min-width: 36px;
  padding: 2px 8px;
  border: 1px solid transparent;
  border-radius: var(--radius-md);
}
thead button[aria-pressed='true'] {
  border-color: var(--brass);
}
.chosen {
  background: var(--tint);
}
.right {
  color: var(--shape);
  font-weight: 700;
}
.wrong {
  color: var(--foul);
  font-weight: 700;
}
.drawing {
  max-width: 560px;
}
@media (max-width: 760px) {
  .drawing {
    max-width: 240px;
    margin: 0 auto;
  }
}
</style>
