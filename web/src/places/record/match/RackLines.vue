<script setup lang="ts">
import { ref } from 'vue'
import type { Match, MatchRack } from '@/api/client'
import { percent } from '@/shots/words'
import { HOWS, points } from '../words'
import { text } from '@/words/text/record'

/** The racks, one a line: who broke and who won it, how, the chance after it, and the account of what is recorded. */
const props = defineProps<{ match: Match }>()
const emit = defineEmits<{ change: [number: number, won: boolean, how: string] }>()
const changing = ref<number | null>(null)
const name = (mine: boolean | null) =>
  mine === null ? '' : mine ? props.match.player_name : props.match.opponent_name
const chance = (rack: MatchRack) => props.match.running[rack.number]?.chance
const value = (event: Event) => (event.target as HTMLSelectElement).value
</script>

<template>
  <section class="sheet" :aria-label="text.racks">
    <h2>{{ text.racks }}</h2>
    <p v-if="!match.racks.length" class="muted">{{ text.noneYet }}</p>
    <ol v-else>
      <li v-for="rack in match.racks" :key="rack.number">
        <p class="line">
          <span class="number">{{ rack.number }}</span>
          <span v-if="rack.i_won === null"
            ><b>{{ text.inPlay }}</b
            >{{ text.brokeInPlay(name(rack.i_broke)) }}</span
          >
          <span v-else
            ><b>{{ name(rack.i_won) }}</b
            >{{ rack.how ? ` ${rack.how_words}` : ''
            }}<span class="muted">{{ text.brokeAfter(name(rack.i_broke)) }}</span></span
          >
          <span v-if="chance(rack) !== undefined && rack.i_won !== null" class="chance">{{
            percent(chance(rack) ?? 0)
          }}</span>
          <button
            v-if="rack.i_won !== null"
            type="button"
            :aria-label="text.changeRack(rack.number)"
            :aria-expanded="changing === rack.number"
            @click="changing = changing === rack.number ? null : rack.number"
          >
            {{ text.change }}
          </button>
        </p>
        <p v-if="changing === rack.number" class="choices">
          <label
            >{{ text.wonBy }}
            <select
              :value="rack.i_won ? 'me' : 'them'"
              @change="emit('change', rack.number, value($event) === 'me', rack.how)"
            >
              <option value="me">{{ match.player_name }}</option>
              <option value="them">{{ match.opponent_name }}</option>
            </select>
          </label>
          <label
            >{{ text.how }}
            <select :value="rack.how" @change="emit('change', rack.number, !!rack.i_won, value($event))">
              <option value="">{{ text.notSaid }}</option>
              <option v-for="one in HOWS" :key="one.key" :value="one.key">{{ one.name }}</option>
            </select>
          </label>
        </p>
        <p v-if="rack.account" class="account" :title="text.pointsOfRackChanceThey">
          {{ rack.account.words }}
        </p>
        <p v-if="rack.decisions.length" class="links">
          <RouterLink
            v-for="(one, i) in rack.decisions"
            :key="one.id"
            :to="{ name: 'decision', params: { decisionId: String(one.id) } }"
            >{{ text.shot(i + 1)
            }}<b v-if="one.cost > 0" :title="text.givenAwayByTheChoice">
              {{ points(-one.cost) }}</b
            ></RouterLink
          >
        </p>
      </li>
    </ol>
    <p v-if="match.racks.some((rack) => rack.account)" class="muted small">
      {{ text.rackFiguresMean }}
    </p>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 5px 0;
  border-bottom: 1px solid var(--hairline);
  display: grid;
  gap: 3px;
}
.line {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: baseline;
}
.line button {
  min-height: 28px;
  color: var(--muted);
  font-size: var(--text-sm);
}
.number {
  font: 600 var(--text-lg) var(--serif);
  color: var(--muted);
}
.chance {
  font: 600 var(--text-lg) var(--serif);
}
.account,
.links,
.choices {
  padding-left: 36px;
}
.account {
  font-size: var(--text-sm);
  color: var(--muted);
}
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
.links b {
  margin-left: 5px;
  color: var(--foul);
}
.links a {
  color: var(--brass);
  font-size: var(--text-sm);
}
</style>
