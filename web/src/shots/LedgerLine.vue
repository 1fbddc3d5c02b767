<script setup lang="ts">
import { computed } from 'vue'
import type { Option, Stroke } from '@/api/client'
import { AIM_MARKS } from './endings'
import { makeWords, spread, standingWords, type Standing } from './words'
import ShareBar from './ShareBar.vue'
import WaysList from './WaysList.vue'
import { text } from '@/words/text/shots'

/** `standing`: what the verdict on all lines says of this one. */
const props = defineProps<{
  option: Option
  rank: number
  best: number
  chosen: boolean
  standing?: Standing
}>()
defineEmits<{ choose: []; take: [stroke: Stroke] }>()

const chance = computed(() => props.option.rack_chance)
const margin = computed(() =>
  standingWords(props.standing ?? 'plain', props.rank, chance.value.value, props.best),
)
const leads = computed(() => props.rank === 1 || props.standing === 'alike')
const aim = computed(() => AIM_MARKS[props.option.aim])
const ways = computed(() => props.option.ways?.length ?? 0)
const make = computed(() => makeWords(props.option))
</script>

<template>
  <li>
    <button type="button" class="line" :class="{ chosen }" :aria-pressed="chosen" @click="$emit('choose')">
      <span class="rank">{{ rank }}</span>
      <span class="what">
        <b
          >{{ option.name }}<span v-if="option.source === 'own'" class="mine">{{ text.myShot }}</span></b
        >
        <span class="kind"
          ><span :class="['aim', option.aim]">{{ aim?.mark }} {{ aim?.word }}</span> {{ option.detail
          }}<template v-if="make">; {{ make }}</template
          ><template v-if="ways">{{ text.ways(ways) }}</template></span
        >
        <ShareBar :shares="option.shares" />
      </span>
      <span class="chance">
        <span class="big">{{ Math.round(100 * chance.value) }}<small>%</small></span>
        <span class="muted" :title="option.doubt_words || text.spreadMeans">{{ spread(chance) }}</span>
        <span :class="leads ? 'best' : 'muted'">{{ margin }}</span>
      </span>
    </button>
    <WaysList v-if="chosen && ways" :option="option" @take="$emit('take', $event)" />
  </li>
</template>

<style scoped>
.line {
  width: 100%;
  display: grid;
  grid-template-columns: 20px 1fr auto;
  gap: 8px;
  padding: 10px 14px 11px 13px;
  text-align: left;
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--hairline);
  cursor: pointer;
}
.line.chosen:not(:last-child) {
  border-bottom: 0;
}
.line.chosen {
  border-left-color: var(--brass);
  background: var(--tint);
}
.line:focus-visible {
  outline-offset: -3px;
}
.rank {
  font: 600 var(--text-base) var(--serif);
  color: var(--muted);
}
.what {
  display: grid;
  gap: 3px;
  align-content: start;
}
.kind {
  color: var(--muted);
  font-size: var(--text-sm);
}
.mine {
  margin-left: 7px;
  padding: 1px 7px;
  border: 1px solid var(--brass);
  border-radius: var(--radius-md);
  color: var(--brass);
  font-size: var(--text-xs);
  white-space: nowrap;
}
.aim {
  font-weight: 700;
  color: var(--ink);
  margin-right: 4px;
}
.chance {
  display: grid;
  justify-items: end;
  align-content: start;
  font-size: var(--text-sm);
  min-width: 54px;
}
.big {
  font: 600 var(--text-2xl)/1 var(--serif);
  font-variant-numeric: lining-nums tabular-nums;
}
small {
  font-size: var(--text-md);
}
.best {
  color: var(--brass);
  font-weight: 700;
}
</style>
