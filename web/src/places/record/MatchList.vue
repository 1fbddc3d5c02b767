<script setup lang="ts">
import type { MatchLine } from '@/api/client'
import { dayWords } from '@/words/days'

/** Matches, the latest first. */
defineProps<{ matches: MatchLine[]; total: number }>()
defineEmits<{ remove: [match: MatchLine] }>()
const isOver = (match: MatchLine) => Math.max(match.my_racks, match.their_racks) >= match.race_to
</script>

<template>
  <section class="sheet" aria-label="Matches">
    <h2>Matches</h2>
    <p v-if="!total" class="muted">
      None here. Begin one with <b>New match</b>: a tap a rack keeps the score, and the page tells how the
      chance of the match went.
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
            {{ match.game }}, to {{ match.race_to }}<template v-if="!isOver(match)">, in play</template>
          </td>
          <td class="act">
            <button
              type="button"
              :aria-label="`Delete the match against ${match.opponent_name}`"
              @click="$emit('remove', match)"
            >
              Delete
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
