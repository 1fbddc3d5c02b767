<script setup lang="ts">
import type { MatchLine } from '@/api/client'
import { dayWords } from '@/words/days'
import { text } from '@/words/text/record'

/** Matches, the latest first. */
defineProps<{ matches: MatchLine[]; total: number }>()
defineEmits<{ remove: [match: MatchLine] }>()
const isOver = (match: MatchLine) => Math.max(match.my_racks, match.their_racks) >= match.race_to
</script>

<template>
  <section class="sheet" :aria-label="text.matchesHeading">
    <h2>{{ text.matchesHeading }}</h2>
    <p v-if="!total" class="muted">
      {{ text.noneHereBeginOneWith }} <b>{{ text.newMatch }}</b>{{ text.matchesMean }}
    </p>
    <table v-else>
      <tbody>
        <tr v-for="match in matches" :key="match.id">
          <td class="day">{{ dayWords(match.played_on) }}</td>
          <th scope="row">
            <RouterLink :to="{ name: 'match', params: { matchId: String(match.id) } }"
              >{{ match.player_name }} – {{ match.opponent_name }}</RouterLink
            >
          </th>
          <td class="score">
            <b>{{ match.my_racks }} : {{ match.their_racks }}</b>
          </td>
          <td class="muted rare">
            {{ text.gameTo(match.game, match.race_to)
            }}<template v-if="!isOver(match)">{{ text.isInPlay }}</template>
          </td>
          <td class="act">
            <button
              type="button"
              :aria-label="text.deleteTheMatchAgainst(match.opponent_name)"
              @click="$emit('remove', match)"
            >
              {{ text.delete }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <slot />
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="./list.css"></style>
