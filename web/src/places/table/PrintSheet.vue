<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answered, api, type Drawing, type Option, type RingMark } from '@/api/client'
import { gameOf, tableNameOf } from '@/board/document'
import { useBoard } from '@/board/useBoard'
import { ballName } from '@/drawing/balls'
import { frameOf, polyline } from '@/drawing/frame'
import TableBed from '@/drawing/TableBed.vue'
import { capital, chanceWords, percent, speedWords } from '@/shots/words'
import { useSession } from '@/session/session'
import { text } from '@/words/text/library'
import { decimal } from '@/words/numbers'

/** What is printed of the Table place: the layout with ring marks and their measures, and the chosen line. */
const props = defineProps<{ option: Option | null; drawing: Drawing | null }>()
const board = useBoard()
const session = useSession()
const table = computed(() => session.geometryOf(board.document.table))
const tableTitle = computed(() => tableNameOf(board.document.table))
const frame = computed(() => table.value && frameOf(table.value, false))

/** Ring marks come from where the PDF's come from, kept up with the layout: printing does not wait. */
const WAIT_MS = 400
const measured = ref<RingMark[]>([])
let timer = 0
async function measure() {
  if (!Object.keys(board.document.balls).length) return void (measured.value = [])
  const body = { document: board.document, units: session.units }
  const found = await answered(api.POST('/api/ring-marks', { body })).catch(() => [])
  measured.value = found
}
watch(
  [() => board.document, () => session.units],
  () => {
    window.clearTimeout(timer)
    timer = window.setTimeout(() => void measure(), WAIT_MS)
  },
  { immediate: true },
)
const marks = computed(() =>
  measured.value.map((mark) => ({
    ...mark,
    name: ballName(mark.ball),
    place: mark.diamonds.map((d) => decimal(d, 2)).join(', '),
    at: frame.value?.fromDiamonds(mark.diamonds) ?? [0, 0],
  })),
)
const paths = computed(() =>
  Object.entries(props.drawing?.paths ?? {}).map(([ball, points]) => ({
    ball,
    points: polyline(points.map((p) => frame.value?.fromDiamonds(p.slice(1)) ?? [0, 0])),
  })),
)
</script>

<template>
  <section v-if="table && frame" class="print" :aria-label="text.forPrint">
    <h1>{{ board.name || text.untitledLayout }}</h1>
    <p>
      {{ text.headRailAtTheLeft(gameOf(board.document.game).name, tableTitle) }}
    </p>
    <svg :viewBox="frame.viewBox" role="img" :aria-label="text.theLayout">
      <TableBed :table="table" :frame="frame" />
      <polyline
        v-for="p in paths"
        :key="p.ball"
        :points="p.points"
        :class="['way', { cue: p.ball === 'cue' }]"
      />
      <g v-for="mark in marks" :key="mark.ball" :transform="`translate(${mark.at.join(' ')})`" class="mark">
        <circle :r="table.radius * 1000" />
        <path d="M-50 0H50M0 -50V50" />
        <circle r="11" class="ring" />
        <text x="34" y="-30">{{ mark.ball }}</text>
      </g>
    </svg>
    <div class="below">
      <table>
        <caption>
          {{
            text.ringMarks
          }}
        </caption>
        <thead>
          <tr>
            <th scope="col">{{ text.ball }}</th>
            <th scope="col">{{ text.diamonds }}</th>
            <th scope="col">{{ text.fromHeadNose(session.units) }}</th>
            <th scope="col">{{ text.fromTheNearNose(session.units) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="mark in marks" :key="mark.ball">
            <th scope="row">{{ mark.name }}</th>
            <td>{{ mark.place }}</td>
            <td>{{ decimal(mark.from_head) }}</td>
            <td>{{ decimal(mark.from_near) }}</td>
          </tr>
        </tbody>
      </table>
      <div v-if="option">
        <h2>{{ option.name }}</h2>
        <p>
          {{
            text.chanceOf(
              capital(chanceWords(board.document.game)),
              percent(option.rack_chance.value),
              percent(option.rack_chance.low),
              percent(option.rack_chance.high),
            )
          }}
        </p>
        <p>{{ text.aimCut(option.hit, decimal(Math.abs(option.cut_deg), 0)) }}</p>
        <p>
          {{ text.tip(option.tip)
          }}<template v-if="option.arrival">{{ text.theCueBall(option.arrival) }}</template
          >{{ text.speed(speedWords(option), decimal(option.stroke.speed_mps)) }}
        </p>
        <ul>
          <li v-for="words in option.watch" :key="words">{{ words }}</li>
        </ul>
      </div>
    </div>
  </section>
</template>

<style scoped>
.print {
  display: none;
}
@media print {
  .print {
    display: block;
    color: var(--ink);
  }
  svg {
    width: 100%;
    max-height: 115mm;
  }
  .way {
    fill: none;
    stroke: var(--ink);
    stroke-width: 5;
    stroke-dasharray: 16 12;
  }
  .way.cue {
    stroke-dasharray: none;
    stroke-width: 7;
  }
  .mark circle {
    fill: var(--ring);
    stroke: var(--ink);
    stroke-width: 4;
  }
  .mark path {
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .mark .ring {
    stroke-width: 6;
  }
  .mark text {
    font: 700 40px var(--sans);
  }
  .below {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 12mm;
    margin-top: 6mm;
  }
  table {
    border-collapse: collapse;
    font-size: 10pt;
  }
  caption {
    text-align: left;
    font: 600 13pt var(--serif);
  }
  th,
  td {
    text-align: right;
    padding: 1mm 4mm 1mm 0;
    border-bottom: 0.2mm solid var(--hairline);
  }
  tr > :first-child {
    text-align: left;
  }
}
</style>
