<script setup lang="ts">
import type { Decision } from '@/api/client'
import { percent } from '@/shots/words'
import { dayWords } from '@/words/days'
import { isTold, points } from './words'
import { endingWord } from '@/shots/endings'
import { text } from '@/words/text/record'

/** Decisions, the latest first: what was played, what it gave away, how it ended and what the stroke brought. */
defineProps<{ decisions: Decision[]; total: number }>()
defineEmits<{ remove: [decision: Decision] }>()
</script>

<template>
  <section class="sheet" :aria-label="text.decisions">
    <h2>{{ text.decisions }}</h2>
    <p v-if="!total" class="muted">{{ text.noneHere }}</p>
    <table v-else>
      <thead>
        <tr>
          <th scope="col" class="day">{{ text.day }}</th>
          <th scope="col">{{ text.played }}</th>
          <th scope="col" class="rare">{{ text.madeSaid }}</th>
          <th scope="col">{{ text.choice }}</th>
          <th scope="col">{{ text.itEnded }}</th>
          <th scope="col">{{ text.stroke }}</th>
          <th scope="col" class="act">
            <span class="visually-hidden">{{ text.delete }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in decisions" :key="one.id">
          <td class="day">{{ dayWords(one.played_on) }}</td>
          <th scope="row">
            <RouterLink :to="{ name: 'decision', params: { decisionId: String(one.id) } }">{{
              one.shot_name
            }}</RouterLink>
            <span class="muted who"
              >{{ one.player_name
              }}<template v-if="one.opponent_name"> {{ text.against(one.opponent_name) }}</template
              ><template v-if="one.rack_number">{{ text.rack(one.rack_number) }}</template></span
            >
          </th>
          <td class="rare">{{ one.made !== null || one.make > 0.2 ? percent(one.make) : '–' }}</td>
          <td>
            <template v-if="one.cost > 0">
              <b v-if="isTold(one)" class="lost">{{ points(-one.cost) }}</b>
              <span v-else class="muted">{{ points(-one.cost) }}</span>
              <span class="muted why">{{ one.choice_words }}</span>
            </template>
            <span v-else class="muted">{{ one.choice_words }}</span>
          </td>
          <td>{{ endingWord(one.ending) }}</td>
          <td>{{ one.stroke === null ? '–' : points(one.stroke) }}</td>
          <td class="act">
            <button type="button" :aria-label="text.deleteNamed(one.shot_name)" @click="$emit('remove', one)">
              {{ text.delete }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="total" class="muted small">
      {{ text.columnsMean }}
    </p>
    <slot />
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="./list.css"></style>
<style scoped>
.who,
.why {
  display: block;
  font-size: var(--text-sm);
}
.lost {
  color: var(--foul);
}
@media (max-width: 760px) {
  .why {
    display: none;
  }
}
</style>
