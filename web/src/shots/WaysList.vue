<script setup lang="ts">
import type { Option, Stroke } from '@/api/client'
import { ref } from 'vue'
import { capital, leadWords, percent, unbroken } from './words'
import { text } from '@/words/text/shots'

/** A line opened: the strokes by which its shot may be played, each against the one that is advised. */
defineProps<{ option: Option }>()
defineEmits<{ take: [stroke: Stroke] }>()
const open = ref(false)
</script>

<template>
  <div class="ways">
    <button type="button" class="opener" :aria-expanded="open" @click="open = !open">
      {{ open ? text.closeItsWays : text.openItsWays(option.ways?.length ?? 0) }}
    </button>
    <p v-if="open" class="muted">{{ option.ways_words }}</p>
    <ol v-if="open" :aria-label="text.waysOfPlayingIt">
      <li v-for="(way, i) in option.ways" :key="i">
        <button type="button" :title="text.takeStroke" @click="$emit('take', way.stroke as Stroke)">
          <span
            >{{ capital(way.words)
            }}<span class="muted">{{
              unbroken(text.wayWords(way.speed.words, way.tip, percent(way.make)))
            }}</span></span
          >
          <span class="lead" :class="{ alike: way.alike }">{{ leadWords(way) }}</span>
        </button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.ways {
  padding: 0 14px 4px 41px;
  border-left: 3px solid var(--brass);
  border-bottom: 1px solid var(--hairline);
  background: var(--tint);
  font-size: var(--text-sm);
}
p {
  margin: 0 0 2px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.opener {
  min-height: 28px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--brass);
  font: 600 var(--text-sm) var(--sans);
  cursor: pointer;
}
li button {
  width: 100%;
  min-height: 34px;
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  padding: 4px 0;
  text-align: left;
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-top: 1px solid var(--hairline);
  cursor: pointer;
}
li button > span > .muted {
  display: block;
}
.lead {
  font-variant-numeric: lining-nums tabular-nums;
  font-weight: 600;
  white-space: nowrap;
}
.alike {
  color: var(--brass);
}
</style>
