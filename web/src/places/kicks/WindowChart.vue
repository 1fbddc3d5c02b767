<script setup lang="ts">
import { computed, ref } from 'vue'
import type { KickSum, KickWindow } from '@/api/client'
import { pathOf } from '@/drawing/frame'
import { useDrag } from '@/drawing/pointer'
import { percent } from '@/shots/words'
import { endWords, numberWords, railWords } from '@/drawing/rails'
import { bellOf, CHART, scalesOf, stretchesOf, ticksOf } from './windowChart'
import { text } from '@/words/text/kicks'

/** The window along the first rail: what each number hits and leaves, the player's aim over it; pressed, it is aimed at. */
const props = defineProps<{ window: KickWindow; sum: KickSum; rackWords: string }>()
const emit = defineEmits<{ aim: [number: number] }>()
/** On a phone the same figures stand in less room. */
const narrow = window.matchMedia('(max-width: 760px)').matches
const width = narrow ? 350 : 620
const scale = computed(() => scalesOf(props.window.points, width))
const ordered = computed(() => [...props.window.points].sort((a, b) => a.number - b.number))
const curve = computed(() =>
  pathOf(ordered.value.map(({ number, value }) => [scale.value.x(number), scale.value.y(value)])),
)
const bell = computed(() => {
  const { mean, deviation } = props.window
  const { low, high, x } = scale.value
  const points = bellOf(mean, deviation, low, high)
  return pathOf(points.map(([number, share]) => [x(number), CHART.top + CHART.curve * (1 - 0.9 * share)]))
})
const ticks = computed(() => ticksOf(scale.value.low, scale.value.high))
const stretches = computed(() => stretchesOf(props.window.points))
const asked = computed(() => props.sum.played?.[0]?.number ?? null)
const bandTop = CHART.top + CHART.curve + 4
const height = bandTop + CHART.band + 34
const isIn = (number: number | null | undefined): number is number =>
  number != null && number >= scale.value.low && number <= scale.value.high

/** As much of the words as fits in. */
const fitting = (words: string, px: number) =>
  [words, words.split(' ')[0] ?? ''].find((part) => px > 7 * part.length) ?? ''

const chart = ref<SVGSVGElement | null>(null)
const aiming = useDrag(chart, ([x]) =>
  emit('aim', Math.min(scale.value.high, Math.max(scale.value.low, scale.value.number(x)))),
)
</script>

<template>
  <article class="window sheet" :aria-label="text.theWindow">
    <h3>
      {{ text.windowOn(railWords(window.rail), endWords(window.counted_from)) }}
    </h3>
    <svg ref="chart" :viewBox="`0 0 ${width} ${height}`" role="img" :aria-label="window.words" v-on="aiming">
      <rect
        :x="scale.x(window.low)"
        :y="CHART.top"
        :width="Math.max(1, scale.x(window.high) - scale.x(window.low))"
        :height="CHART.curve"
        class="inside"
      />
      <g class="grid">
        <template v-for="value in [scale.bottom, scale.top]" :key="value">
          <path :d="`M${CHART.left} ${scale.y(value)}H${width - CHART.right}`" />
          <text :x="CHART.left - 5" :y="scale.y(value) + 4" text-anchor="end">{{ percent(value) }}</text>
        </template>
      </g>
      <path :d="bell" class="bell" />
      <path :d="curve" class="curve" />
      <g v-for="stretch in stretches" :key="stretch.from" :class="['stretch', stretch.kind]">
        <title>{{ text.stretch(numberWords(stretch.from), numberWords(stretch.to), stretch.words) }}</title>
        <rect
          :x="scale.x(stretch.from)"
          :y="bandTop"
          :width="Math.max(0, scale.x(stretch.to) - scale.x(stretch.from) - 1)"
          :height="CHART.band"
        />
        <text
          :x="(scale.x(stretch.from) + scale.x(stretch.to)) / 2"
          :y="bandTop + CHART.band / 2 + 4"
          text-anchor="middle"
        >
          {{ fitting(stretch.words, scale.x(stretch.to) - scale.x(stretch.from)) }}
        </text>
      </g>
      <g class="ticks">
        <text v-for="tick in ticks" :key="tick" :x="scale.x(tick)" :y="height - 14" text-anchor="middle">
          {{ numberWords(tick) }}
        </text>
      </g>
      <path
        v-if="isIn(sum.first_rail)"
        :d="`M${scale.x(sum.first_rail)} ${CHART.top + 2}l6 6 -6 6 -6 -6zV${bandTop}`"
        class="said"
      >
        <title>{{ text.sumIs(numberWords(sum.first_rail)) }}</title>
      </path>
      <circle v-if="isIn(asked)" :cx="scale.x(asked)" :cy="CHART.top + 8" r="5" class="asked">
        <title>{{ text.whatThisTableAsks(numberWords(asked)) }}</title>
      </circle>
      <path
        v-if="isIn(window.number)"
        :d="`M${scale.x(window.number)} ${CHART.top}V${bandTop}`"
        class="aimed"
      />
    </svg>
    <p>{{ window.words }}</p>
    <details>
      <summary>{{ text.keyAndFigures }}</summary>
      <p class="muted">
        {{ text.windowKey(rackWords) }}
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">{{ text.number }}</th>
            <th scope="col">{{ text.hits }}</th>
            <th scope="col">{{ rackWords }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="stretch in stretches" :key="stretch.from">
            <td>{{ text.fromTo(numberWords(stretch.from), numberWords(stretch.to)) }}</td>
            <td>{{ stretch.words }}</td>
            <td>
              {{
                percent(ordered.find((point) => point.number >= (stretch.from + stretch.to) / 2)?.value ?? 0)
              }}
            </td>
          </tr>
        </tbody>
      </table>
    </details>
  </article>
</template>

<style scoped src="./window-chart.css"></style>
