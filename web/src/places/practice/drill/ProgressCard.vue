<script setup lang="ts">
import type { DrillProgress } from '@/api/client'
import { dayWords } from '@/words/days'
import { percent, spread } from '@/shots/words'
import ProgressChart from './ProgressChart.vue'

/** How a player has done at a drill: by day with intervals beside what was expected, and in a sentence. */
defineProps<{ progress: DrillProgress; name: string }>()
</script>

<template>
  <section class="sheet" aria-label="Progress">
    <h2>How {{ name }} has done</h2>
    <p v-if="progress.held">{{ progress.held.words }} Best run: {{ progress.best_run }}.</p>
    <p v-else>Best run: {{ progress.best_run }}.</p>
    <ProgressChart :days="progress.days" />
    <details>
      <summary>The figures</summary>
      <table>
        <thead>
          <tr>
            <th>Day</th>
            <th>Step</th>
            <th>Made</th>
            <th>95 %</th>
            <th>Expected</th>
            <th>Run</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="day in progress.days" :key="`${day.day}-${day.step}`">
            <td>{{ dayWords(day.day) }}</td>
            <td>{{ day.step + 1 }}</td>
            <td>{{ day.made }} of {{ day.attempts }}</td>
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
