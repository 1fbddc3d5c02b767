<script setup lang="ts">
import type { DrillProgress } from '@/api/client'
import { dayWords } from '@/words/days'
import { percent, spread } from '@/shots/words'
import ProgressChart from './ProgressChart.vue'
import { text } from '@/words/text/practice'

/** How a player has done at a drill: by day with intervals beside what was expected, and in a sentence. */
defineProps<{ progress: DrillProgress; name: string }>()
</script>

<template>
  <section class="sheet" :aria-label="text.progress">
    <h2>{{ text.howHasDone(name) }}</h2>
    <p v-if="progress.held">{{ text.bestRun(progress.held.words, progress.best_run) }}</p>
    <p v-else>{{ text.bestRun2(progress.best_run) }}</p>
    <ProgressChart :days="progress.days" />
    <details>
      <summary>{{ text.theFigures }}</summary>
      <table>
        <thead>
          <tr>
            <th>{{ text.day }}</th>
            <th>{{ text.stepHeading }}</th>
            <th>{{ text.made }}</th>
            <th>{{ text.howSure }}</th>
            <th>{{ text.expected }}</th>
            <th>{{ text.run }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="day in progress.days" :key="`${day.day}-${day.step}`">
            <td>{{ dayWords(day.day) }}</td>
            <td>{{ day.step + 1 }}</td>
            <td>{{ text.madeOf(day.made, day.attempts) }}</td>
            <td>{{ spread(day.share) }}</td>
            <td>{{ day.expected == null ? '' : percent(day.expected) }}</td>
            <td>{{ day.best_run }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
summary {
  cursor: pointer;
  font-weight: 600;
}
</style>
