<script setup lang="ts">
import { computed } from 'vue'
import type { Option } from '@/api/client'
import { usePlayOuts } from '@/stores/playouts'
import { useStudy } from '@/stores/study'
import { percent } from './endings'
import ProgressLine from './ProgressLine.vue'
import TurningChart from './TurningChart.vue'

const props = defineProps<{ option: Option }>()
const study = useStudy()
const playouts = usePlayOuts()
const RACKS = 256
const LEADERS = 3

const turning = computed(() => props.option.turning_point)
const changes = computed(() => study.result?.changes ?? null)
/** "stroke error" as the ledger's reader says it. */
const KINDS: Record<string, string> = {
  'stroke error': 'Your stroke error',
  'other player': 'The other player',
  cloth: 'The cloth',
  pockets: 'The pockets',
}
const groups = computed(() =>
  Object.entries(KINDS).map(([kind, words]) => ({
    words,
    rows: (changes.value?.changes ?? []).filter((row) => row.kind === kind),
  })),
)
const holds = computed(() => !changes.value?.changes.some((row) => row.changes))
const leaders = computed(() =>
  study.options
    .slice(0, LEADERS)
    .map((option, place) => ({ option, place }))
    .filter(({ option }) => option.kind !== 'push-out'),
)
const lines = computed(() =>
  playouts.lines.map((line) => {
    const half = line.chance ? (line.chance.high - line.chance.low) / 2 : 0
    const weighed = line.option === null ? null : study.options[line.option]?.rack_chance.value
    return { ...line, half, weighed }
  }),
)
function playOut() {
  void playouts.ask(
    leaders.value.map(({ place }) => place),
    RACKS,
  )
}
</script>

<template>
  <section class="doubt sheet" :class="{ two: !turning }" aria-label="What would change the choice">
    <div v-if="turning">
      <h3>Turning point</h3>
      <TurningChart :turning="turning" />
      <p class="muted">
        <i class="dot" /> you · <i class="dash" /> the best other option ·
        <template v-if="turning.make !== null"
          ><i class="diamond" /> equal at {{ percent(turning.make) }}</template
        >
        <template v-else>they are never equal</template>
      </p>
    </div>
    <div class="changes">
      <h3>What would change the choice</h3>
      <p v-if="!changes" class="muted">
        {{ study.running ? 'Comes when the ranking has settled.' : 'There is nothing to choose between.' }}
      </p>
      <template v-else>
        <p>
          {{
            holds
              ? 'Nothing tried here does: the top line stays best.'
              : 'Where a line is named, it is then better than the top one.'
          }}
        </p>
        <dl>
          <template v-for="group in groups" :key="group.words">
            <dt v-if="group.rows.length">{{ group.words }}</dt>
            <dd v-for="row in group.rows" :key="row.name">
              <span>{{ row.name }}</span>
              <b>{{ percent(row.rack_chance[row.best] ?? 0) }}</b>
              <span v-if="row.changes" class="other"
                >▸ line {{ row.best + 1 }}: {{ changes.options[row.best] }}</span
              >
              <span v-else class="muted">stands</span>
            </dd>
          </template>
        </dl>
      </template>
    </div>
    <div class="playouts">
      <h3>Played out</h3>
      <p v-if="!lines.length" class="muted">
        Whole racks from here to the end, by both players: slower than weighing, and closer to the truth.
      </p>
      <table v-else>
        <thead>
          <tr>
            <th scope="col">Line</th>
            <th scope="col">weighed</th>
            <th scope="col">racks won</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in lines" :key="line.id">
            <th scope="row">{{ line.option === null ? '' : `${line.option + 1}. ` }}{{ line.name }}</th>
            <td>{{ line.weighed == null ? '' : percent(line.weighed) }}</td>
            <td>
              <template v-if="line.failure">{{ line.failure }}</template>
              <template v-else-if="line.chance"
                ><b>{{ percent(line.chance.value) }}</b> ± {{ Math.round(100 * line.half) }}
                <span class="muted">of {{ line.done }}</span></template
              >
              <span v-else class="muted">waiting</span>
            </td>
          </tr>
        </tbody>
      </table>
      <ProgressLine v-if="playouts.running" label="Playing out" :share="playouts.progress" />
      <p v-for="problem in playouts.problems" :key="problem.what" class="problem" role="alert">
        {{ problem.what }}. {{ problem.accepted }}
      </p>
      <button v-if="playouts.running" type="button" @click="playouts.stop()">Stop playing</button>
      <button v-else-if="study.isFinal" type="button" @click="playOut">
        Play out the first {{ leaders.length }} · {{ RACKS }} racks each
      </button>
    </div>
  </section>
</template>

<style scoped>
.doubt {
  display: grid;
  grid-template-columns: auto minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 10px 24px;
  padding: 10px 16px 14px;
  align-items: start;
}
h3 {
  font: 600 13px var(--sans);
  color: var(--muted);
  margin-bottom: 4px;
}
p {
  margin: 0 0 6px;
  font-size: 13px;
}
dl {
  margin: 0;
  font-size: 13px;
}
dt {
  font-weight: 600;
  margin-top: 4px;
}
dd {
  margin: 0;
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) 44px minmax(0, 1fr);
  gap: 8px;
}
.other {
  grid-column: 1 / -1;
}
dd b {
  text-align: right;
}
.other {
  color: var(--foul);
  font-weight: 600;
}
table {
  border-collapse: collapse;
  font-size: 13px;
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
  font: 600 13px var(--sans);
  min-height: 34px;
  padding: 4px 14px;
  margin-top: 6px;
  border: 1px solid var(--brass);
  border-radius: 17px;
  background: transparent;
  color: var(--brass);
  cursor: pointer;
}
.problem {
  color: var(--foul);
}
.dot,
.diamond {
  display: inline-block;
  width: 9px;
  height: 9px;
  border-radius: 50%;
  background: var(--shape);
}
.diamond {
  border-radius: 0;
  background: var(--brass);
  transform: rotate(45deg) scale(0.85);
}
.dash {
  display: inline-block;
  width: 16px;
  border-top: 2px dashed var(--nothing);
  vertical-align: middle;
}
.two {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
@media (max-width: 1100px) {
  .doubt {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1.3fr);
  }
  .playouts {
    grid-column: 1 / -1;
  }
}
@media (max-width: 760px) {
  .doubt,
  .doubt.two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
