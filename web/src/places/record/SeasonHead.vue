<script setup lang="ts">
import { computed } from 'vue'
import type { SeasonAnswer } from '@/api/client'
import { percent, unbroken } from '@/shots/words'
import { text } from '@/words/text/record'
import { decimal } from '@/words/numbers'

/** The season in three figures, and in sentences: by choosing, by stroking, by luck. */
const props = defineProps<{ season: SeasonAnswer }>()
const says = computed(() => props.season.document)
const half = (value: number | null) => (value === null ? '' : `\u00a0± ${decimal(value)}`)
</script>

<template>
  <section class="sheet season" :aria-label="text.theSeason">
    <div class="figures">
      <p>
        <b
          >{{ season.racks_won }}<small> {{ text.ofRacks(season.racks) }}</small></b
        >
        <span>{{ text.racksWonIn(season.matches) }}</span>
      </p>
      <p v-if="says.choice.count">
        <b
          >{{ decimal(says.choice.value) }}<small> {{ half(says.choice.half) }}</small></b
        >
        <span>{{ text.racksGivenAwayByChoosing }}</span>
      </p>
      <p v-if="says.racks > 1">
        <b
          >{{ decimal(says.choice_a_rack.value) }} %<small> {{ half(says.choice_a_rack.half) }}</small></b
        >
        <span>{{ text.ofRackChanceGivenAway(says.racks) }}</span>
      </p>
      <p v-if="says.makes">
        <b
          >{{ percent(says.makes.came.value) }}<small> {{ text.ofPotsMade }}</small></b
        >
        <span>{{ text.wereSaidIn(percent(says.makes.said), says.makes.count) }}</span>
      </p>
    </div>
    <ul v-if="says.words.length">
      <li v-for="words in says.words" :key="words">{{ unbroken(words) }}</li>
    </ul>
    <p v-else class="muted none">
      {{ text.noDecisionsYet }}
    </p>
  </section>
</template>

<style scoped>
.season {
  padding: 14px 18px;
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 10px 36px;
  align-items: start;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 30px;
}
.figures p {
  margin: 0;
  display: grid;
  align-content: start;
  max-width: 190px;
}
b {
  font: 600 var(--text-3xl)/1.1 var(--serif);
  white-space: nowrap;
}
small {
  font-size: var(--text-base);
  font-weight: 500;
}
.figures span {
  color: var(--muted);
  font-size: var(--text-sm);
}
ul {
  margin: 0;
  padding-left: 18px;
  display: grid;
  gap: 3px;
}
.none {
  margin: 0;
}
@media (max-width: 1180px) {
  .season {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 760px) {
  .figures {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 12px 14px;
  }
}
@media (max-width: 350px) {
  b {
    white-space: normal;
  }
}
</style>
