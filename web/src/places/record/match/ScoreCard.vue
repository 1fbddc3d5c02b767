<script setup lang="ts">
import { computed, ref } from 'vue'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import { useMatch } from '@/stores/match'
import { percent } from '@/shots/words'
import { HOWS } from '../words'

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
  <section v-if="match && now" class="sheet" aria-label="The score">
    <div class="score" aria-live="polite">
      <span
        ><b>{{ now.my_racks }}</b
        ><small>{{ match.player_name }}</small></span
      >
      <span class="to">race to {{ match.race_to }}</span>
      <span
        ><b>{{ now.their_racks }}</b
        ><small>{{ match.opponent_name }}</small></span
      >
    </div>
    <p v-if="match.over">
      <b>{{ now.my_racks > now.their_racks ? match.player_name : match.opponent_name }} won the match.</b>
    </p>
    <template v-else>
      <p>
        Rack {{ store.rack }}: {{ store.breaks ? match.player_name : match.opponent_name }} breaks. Chance of
        the match <b>{{ percent(now.chance) }}</b>.
      </p>
      <ChoiceChips
        label="How the rack was won"
        :options="HOWS"
        :value="how"
        @choose="how = how === $event ? '' : $event"
      />
      <p class="who">
        <button type="button" class="big" @click="won(true)">
          <KeyLabel label="I won the rack" letter="w" />
        </button>
        <button type="button" class="big" @click="won(false)">
          <KeyLabel label="I lost it" letter="l" />
        </button>
      </p>
      <p class="muted small">
        <label class="tick"
          ><input
            type="checkbox"
            :checked="store.inPlay === match.id"
            @change="store.keepInPlay(store.inPlay === match.id ? null : match.id)"
          />
          what I play on the Table belongs to this match</label
        >
      </p>
    </template>
    <p v-if="now.number">
      <button type="button" @click="store.takeBack">
        <KeyLabel label="Undo the last rack" letter="u" />
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
  font: 600 64px/1 var(--serif);
}
.score small {
  font-size: 15px;
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
  border-radius: 14px;
  font-size: 17px;
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
