<script setup lang="ts">
import { computed } from 'vue'
import type { Drawing, Option, Table } from '@/api/client'
import { ballName } from '@/drawing/balls'
import { frameOf, polyline } from '@/drawing/frame'
import TableBed from '@/drawing/TableBed.vue'
import { GAMES, useLayout, type Place } from '@/stores/layout'
import { useSession } from '@/stores/session'
import { percent } from './endings'

/** What is printed of the Table place: the layout with ring marks and their measures, and the chosen line. */
const props = defineProps<{ table: Table; option: Option | null; drawing: Drawing | null }>()
const layout = useLayout()
const session = useSession()
const CM_PER = { cm: 1, in: 2.54 }
const frame = computed(() => frameOf(props.table, false))
const game = computed(() => GAMES.find((g) => g.key === layout.document.game)?.name ?? '')
/** The cue ball first, then by number. */
const inOrder = (balls: Record<string, Place>) =>
  Object.entries(balls).sort(([a], [b]) => Number(b === 'cue') - Number(a === 'cue'))
const marks = computed(() =>
  inOrder(layout.document.balls).map(([ball, [x, y]]) => {
    const away = (share: number, size: number) => ((share * size * 100) / CM_PER[session.units]).toFixed(1)
    const { length, width } = props.table
    return {
      ball,
      at: frame.value.fromDiamonds([x, y]),
      name: ballName(ball),
      diamonds: `${x.toFixed(2)}, ${y.toFixed(2)}`,
      head: away(x / 8, length),
      near: away(y / 4, width),
    }
  }),
)
const paths = computed(() =>
  Object.entries(props.drawing?.paths ?? {}).map(([ball, points]) => ({
    ball,
    points: polyline(points.map((p) => frame.value.fromDiamonds(p.slice(1)))),
  })),
)
</script>

<template>
  <section class="print" aria-label="For print">
    <h1>{{ layout.name || 'Untitled layout' }}</h1>
    <p>{{ game }} · {{ table.name }} · head rail at the left, near long rail below</p>
    <svg :viewBox="frame.viewBox" role="img" aria-label="The layout">
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
          Ring marks
        </caption>
        <thead>
          <tr>
            <th scope="col">ball</th>
            <th scope="col">diamonds</th>
            <th scope="col">from the head nose, {{ session.units }}</th>
            <th scope="col">from the near nose, {{ session.units }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="mark in marks" :key="mark.ball">
            <th scope="row">{{ mark.name }}</th>
            <td>{{ mark.diamonds }}</td>
            <td>{{ mark.head }}</td>
            <td>{{ mark.near }}</td>
          </tr>
        </tbody>
      </table>
      <div v-if="option">
        <h2>{{ option.name }}</h2>
        <p>
          Wins the rack {{ percent(option.rack_chance.value) }} ({{ percent(option.rack_chance.low) }} to
          {{ percent(option.rack_chance.high) }}).
        </p>
        <p>Tip {{ option.tip }}; {{ option.detail }} ({{ option.stroke.speed_mps.toFixed(1) }} m/s).</p>
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
    --paper: #fff;
    --ink: #000;
    --muted: #444;
    --hairline: #999;
    --cloth: #eef2ee;
    --cushion: #d9ddd7;
    --rail: #c9c1b0;
    color: #000;
  }
  svg {
    width: 100%;
    max-height: 115mm;
  }
  :deep(.grid line) {
    stroke: rgb(0 0 0 / 0.22);
  }
  :deep(.string) {
    stroke: rgb(0 0 0 / 0.5);
  }
  :deep(.spot) {
    fill: #000;
  }
  .way {
    fill: none;
    stroke: #000;
    stroke-width: 5;
    stroke-dasharray: 16 12;
  }
  .way.cue {
    stroke-dasharray: none;
    stroke-width: 7;
  }
  .mark circle {
    fill: #fff;
    stroke: #000;
    stroke-width: 4;
  }
  .mark path {
    stroke: #000;
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
    border-bottom: 0.2mm solid #999;
  }
  tr > :first-child {
    text-align: left;
  }
}
</style>
