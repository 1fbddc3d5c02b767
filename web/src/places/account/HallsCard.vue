<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { answered, api, type Hall } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import ProblemList from '@/parts/ProblemList.vue'
import { tableNamed } from '@/words/tables'
import { text } from '@/words/text/account'

/** Of which tables photos taught how the balls look, each to be forgotten. */
const halls = ref<Hall[]>([])
const isKnown = ref(false)
const { problems, guarded } = useGuarded()
const load = () =>
  guarded(async () => {
    halls.value = await answered(api.GET('/api/photos/halls'))
    isKnown.value = true
  })
const forget = (id: number) =>
  guarded(async () => {
    await answered(api.DELETE('/api/photos/halls/{hall_id}', { params: { path: { hall_id: id } } }))
    halls.value = halls.value.filter((hall) => hall.id !== id)
  })
onMounted(load)
</script>

<template>
  <section class="sheet" :aria-label="text.fromPhotos">
    <h2>{{ text.fromPhotos }}</h2>
    <ProblemList :problems="problems" />
    <p class="muted">{{ isKnown && !halls.length ? text.nothingLearned : text.whatIsLearned }}</p>
    <ul v-if="halls.length" class="lines">
      <li v-for="hall in halls" :key="hall.id">
        <b>{{ tableNamed(hall.table) }}</b> <span class="muted">{{ text.photosOf(hall.corrections) }}</span>
        <button type="button" :aria-label="text.forgetTable(tableNamed(hall.table))" @click="forget(hall.id)">
          {{ text.forget }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="./lines.css"></style>
