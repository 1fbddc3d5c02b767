<script setup lang="ts">
import { computed } from 'vue'
import type { SeasonAnswer } from '@/api/client'
import { percent, unbroken } from '@/shots/words'

/** The season in three figures, and in sentences: by choosing, by stroking, by luck. */
const props = defineProps<{ season: SeasonAnswer }>()
const says = computed(() => props.season.document)
const half = (value: number | null) => (value === null ? '' : `\u00a0± ${value.toFixed(1)}`)
</script>

<template>
  <section class="sheet season" aria-label="The season">
    <div class="figures">
      <p>
        <b
          >{{ season.racks_won }}<small> of {{ season.racks }}</small></b
        >
        <span>racks won, in {{ season.matches }} {{ season.matches === 1 ? 'match' : 'matches' }}</span>
      </p>
      <p v-if="says.choice.count">
        <b
          >{{ says.choice.value.toFixed(1) }}<small> {{ half(says.choice.half) }}</small></b
        >
        <span>racks given away by choosing, in a hundred decisions</span>
      </p>
      <p v-if="says.racks > 1">
        <b
          >{{ says.choice_a_rack.value.toFixed(1) }} %<small> {{ half(says.choice_a_rack.half) }}</small></b
        >
        <span>of rack chance given away a rack, in {{ says.racks }} racks recorded</span>
      </p>
      <p v-if="says.makes">
        <b>{{ percent(says.makes.came.value) }}<small> of pots made</small></b>
        <span>{{ percent(says.makes.said) }} were said, in {{ says.makes.count }}</span>
      </p>
    </div>
    <ul v-if="says.words.length">
      <li v-for="words in says.words" :key="words">{{ unbroken(words) }}</li>
    </ul>
    <p v-else class="muted none">
      No decisions here yet. Weigh a layout on the Table, play the shot, and press “I played this”: two taps
      keep what was decided and what came of it.
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
  font: 600 30px/1.1 var(--serif);
  white-space: nowrap;
}
small {
  font-size: 16px;
  font-weight: 500;
}
.figures span {
  color: var(--muted);
  font-size: 13px;
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
