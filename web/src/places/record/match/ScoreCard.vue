<script setup lang="ts">
import { computed, ref } from 'vue'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import { useMatch } from '@/stores/match'
import { percent } from '@/shots/words'
import { HOWS } from '../words'
import { text } from '@/words/text/record'

/** The score, and the rack that is being played: a tap who won it, one more how. */
const store = useMatch()
const match = computed(() => store.match)
const now = computed(() => match.value?.running.at(-1))
const how = ref('')
async function won(mine: boolean) {
  await store.score(mine, how.value)
  how.value = ''
}
defineExpose({ won })
</script>

<template>
  <section v-if="match && now" class="sheet" :aria-label="text.theScore">
    <div class="score" aria-live="polite">
      <span
        ><b>{{ now.my_racks }}</b
        ><small>{{ match.player_name }}</small></span
      >
      <span class="to">{{ text.raceToWords(match.race_to) }}</span>
      <span
        ><b>{{ now.their_racks }}</b
        ><small>{{ match.opponent_name }}</small></span
      >
    </div>
    <p v-if="match.over">
      <b>{{ text.wonTheMatch(now.my_racks > now.their_racks ? match.player_name : match.opponent_name) }}</b>
    </p>
    <template v-else>
      <p>
        {{ text.rackComing(store.rack, store.breaks ? match.player_name : match.opponent_name) }}
        <b>{{ percent(now.chance) }}</b>.
      </p>
      <ChoiceChips
        :label="text.howTheRackWasWon"
        :options="HOWS"
        :value="how"
        @choose="how = how === $event ? '' : $event"
      />
      <p class="who">
        <button type="button" class="big" @click="won(true)">
          <KeyLabel :label="text.iWonTheRack" letter="I" />
        </button>
        <button type="button" class="big" @click="won(false)">
          <KeyLabel :label="text.iLostIt" letter="l" />
        </button>
      </p>
      <p class="muted small">
        <label class="tick"
          ><input
            type="checkbox"
            :checked="store.inPlay === match.id"
            @change="store.keepInPlay(store.inPlay === match.id ? null : match.id)"
          />
          {{ text.whatIPlayOnThe }}</label
        >
      </p>
    </template>
    <p v-if="now.number">
      <button type="button" @click="store.takeBack">
        <KeyLabel :label="text.undoTheLastRack" letter="u" />
      </button>
    </p>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.score {
  display: grid;
  grid-template-columns: 1fr auto 1fr;
  align-items: center;
  text-align: center;
  gap: 10px;
}
.score span {
  display: grid;
}
.score b {
  font: 600 var(--text-figure)/1 var(--serif);
}
.score small {
  font-size: var(--text-base);
}
.to {
  color: var(--muted);
}
.who {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.big {
  min-height: 54px;
  border: 1px solid var(--brass);
  border-radius: var(--radius-lg);
  font-size: var(--text-lg);
}
.tick {
  display: flex;
  align-items: center;
  gap: 8px;
  font-weight: 400;
}
.tick input {
  min-height: 20px;
}
</style>
