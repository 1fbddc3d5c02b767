<script setup lang="ts">
import { computed } from 'vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { percent } from '@/shots/words'
import { usePlayOuts } from '@/stores/playouts'
import { useStudy } from '@/stores/study'
import { text } from '@/words/text/table'

/** Whole racks from the leading lines to the end, by both players. */
const study = useStudy()
const playouts = usePlayOuts()
const RACKS = 256
const LEADERS = 3
const leaders = computed(() => study.options.slice(0, LEADERS))
const lines = computed(() =>
  playouts.lines.map((line) => {
    const half = line.chance ? (line.chance.high - line.chance.low) / 2 : 0
    // Lines change places while they are looked ahead: by its name it is found again.
    const weighed = study.options.find((option) => option.name === line.name)?.rack_chance.value
    return { ...line, half, weighed }
  }),
)
const waitsFor = computed(() => playouts.lines.find((line) => line.waits_for)?.waits_for)
function playOut() {
  void playouts.ask([...leaders.value.keys()], RACKS)
}
</script>

<template>
  <div class="playouts">
    <h3>{{ text.playedOutTitle }}</h3>
    <p v-if="!lines.length" class="muted">
      {{ text.playedOutMeans }}
    </p>
    <table v-else>
      <thead>
        <tr>
          <th scope="col">{{ text.line }}</th>
          <th scope="col">{{ text.weighed }}</th>
          <th scope="col">{{ text.playedOut }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in lines" :key="line.id">
          <th scope="row">{{ line.name }}</th>
          <td>{{ line.weighed == null ? '' : percent(line.weighed) }}</td>
          <td>
            <template v-if="line.failure">{{ line.failure }}</template>
            <template v-else-if="line.chance"
              ><b>{{ percent(line.chance.value) }}</b> ± {{ percent(line.half) }}
              <span class="muted">{{ text.ofRacks(line.done) }}</span></template
            >
            <span v-else class="muted">{{ text.waiting }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="waitsFor" class="muted">{{ text.theRacksStandInLine(waitsFor) }}</p>
    <ProgressLine v-if="playouts.running" :label="text.playingOut" :share="playouts.progress" />
    <p v-for="problem in playouts.problems" :key="problem.what" class="problem" role="alert">
      {{ problem.what }}. {{ problem.accepted }}
    </p>
    <button v-if="playouts.running" type="button" @click="playouts.stop()">{{ text.stopPlaying }}</button>
    <button v-else-if="study.isSettled" type="button" @click="playOut">
      {{ text.playOutTheFirstRacks(leaders.length, RACKS) }}
    </button>
  </div>
</template>

<style scoped>
table {
  border-collapse: collapse;
  font-size: var(--text-sm);
  width: 100%;
}
th,
td {
  padding: 2px 8px 2px 0;
  text-align: left;
  vertical-align: top;
}
thead th {
  color: var(--muted);
  font-weight: 500;
  white-space: nowrap;
}
tbody th {
  font-weight: 600;
}
button {
  font: 600 var(--text-sm) var(--sans);
  min-height: 34px;
  padding: 4px 14px;
  margin-top: 6px;
  border: 1px solid var(--brass);
  border-radius: var(--radius-xl);
  background: transparent;
  color: var(--brass);
  cursor: pointer;
}
.problem {
  color: var(--foul);
}
</style>
