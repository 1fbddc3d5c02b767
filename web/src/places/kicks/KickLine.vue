<script setup lang="ts">
import { computed } from 'vue'
import type { KickWay } from '@/api/client'
import { AIM_MARKS } from '@/shots/endings'
import ShareBar from '@/shots/ShareBar.vue'
import { percent } from '@/shots/words'
import { numberWords } from '@/drawing/rails'
import { text } from '@/words/text/kicks'

/** One way in the list: what it is, its number beside the sum, how often it is a good hit, and the rack chance. */
const props = defineProps<{ way: KickWay; rank: number; chosen: boolean; rackWords: string }>()
defineEmits<{ choose: [] }>()
const aim = computed(() => AIM_MARKS[props.way.aim])
const numbers = computed(() => {
  const { number, sum } = props.way
  if (number === null) return ''
  const said = sum.first_rail == null ? text.noSum : `sum ${numberWords(sum.first_rail)}`
  return text.aimAndSum(numberWords(number), said)
})
/** What a foul costs against a good hit, in points of rack chance. */
const foul = computed(() => {
  const points = Math.round(100 * (props.way.foul_cost ?? 0))
  return points > 0 ? text.aFoulCosts(points) : ''
})
/** How often the ball falls as meant, struck either way. */
const schools = computed(() =>
  (props.way.schools ?? []).map((one) => `${one.words} ${percent(one.called.value)}`).join(' · '),
)
</script>

<template>
  <li>
    <button type="button" :aria-pressed="chosen" :class="{ chosen }" @click="$emit('choose')">
      <span class="rank">{{ rank }}</span>
      <span class="words">
        <b>{{ way.name }}</b>
        <span class="muted"
          ><span class="aim">{{ aim?.mark }} {{ aim?.word }}</span> {{ way.detail }}{{ foul }}</span
        >
        <span class="numbers">{{ numbers }}</span>
        <span v-if="schools" class="muted">{{ text.fallsAsCalled(schools) }}</span>
        <ShareBar :shares="way.shares" />
      </span>
      <span class="chance">
        <span class="big">{{ Math.round(100 * way.good_hit.value) }}<small> %</small></span>
        <span class="muted">{{ text.goodHit }}</span>
        <span class="rack">{{ rackWords }} {{ percent(way.rack_chance.value) }}</span>
      </span>
    </button>
  </li>
</template>

<style scoped>
button {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr) auto;
  gap: 8px;
  width: 100%;
  padding: 9px 14px 10px 13px;
  border: 0;
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--hairline);
  background: none;
  color: var(--ink);
  font: 400 var(--text-sm)/1.35 var(--sans);
  text-align: left;
  cursor: pointer;
}
button:hover,
.chosen {
  background: var(--tint);
}
.chosen {
  border-left-color: var(--brass);
}
button:focus-visible {
  outline-offset: -3px;
}
.rank {
  font: 600 var(--text-base) var(--serif);
  color: var(--muted);
}
.words {
  display: grid;
  gap: 2px;
  align-content: start;
}
.words b {
  font-size: var(--text-md);
}
.aim {
  margin-right: 4px;
  color: var(--ink);
  font-weight: 700;
}
.numbers {
  font-weight: 600;
  color: var(--brass);
}
.chance {
  display: grid;
  justify-items: end;
  align-content: start;
  font-size: var(--text-sm);
}
.big {
  font: 600 var(--text-2xl)/1 var(--serif);
}
.big small {
  font-size: var(--text-sm);
}
.rack {
  font-weight: 600;
}
</style>
