<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { DrillZone } from '@/api/client'
import type { Place } from '@/drawing/place'
import { POCKETS } from '@/drawing/pockets'
import { useSharedBoard } from '@/board/useBoard'
import PracticeDrawing from '@/drawing/PracticeDrawing.vue'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import { usePractice } from '@/stores/practice'
import { useSession } from '@/session/session'
import { drillOfForm, type DrillWish } from './ownDrill'
import { text } from '@/words/text/practice'

/** A drill of one's own, from the layout on the board: what is to be played, what counts, and how it gets harder. */
const emit = defineEmits<{ made: [key: string | null] }>()
const board = useSharedBoard()
const session = useSession()
const practice = usePractice()
// Opened by its address, this page finds the Table's layout where the browser kept it.
if (!Object.keys(board.document.balls).length) board.restoreDraft()
const layout = computed(() => board.document)
const geometry = computed(() => session.geometryOf(layout.value.table))
watch(() => layout.value.table, (table) => void session.learnGeometry(table), { immediate: true }) // prettier-ignore
const balls = computed(() => Object.keys(layout.value.balls).filter((ball) => ball !== 'cue'))
const wish = ref<DrillWish>({
  name: '',
  says: '',
  ball: '',
  pocket: '',
  cueAt: null,
  ballAt: null,
  within: 1,
  steps: 4,
  nothingOpen: false,
})
watch(balls, (now) => (wish.value.ball = now.includes(wish.value.ball) ? wish.value.ball : (now[0] ?? '')), {
  immediate: true,
})
/** What a press on the drawing sets. */
const setting = ref<'cueAt' | 'ballAt'>('cueAt')
const SETS = [
  { key: 'cueAt', name: text.theCueBallsMark },
  { key: 'ballAt', name: text.theBallsMark },
] as const
const pots = computed(() => !!wish.value.pocket)
function put(at: Place) {
  wish.value[pots.value ? 'cueAt' : setting.value] = at
}
const zones = computed<DrillZone[]>(() =>
  [wish.value.cueAt, wish.value.ballAt].flatMap((at) => (at ? [{ at, within: wish.value.within }] : [])),
)
const save = async () => emit('made', await practice.saveDrill(drillOfForm(wish.value, layout.value)))
</script>

<template>
  <form class="form" :aria-label="text.aDrillOfYourOwn" @submit.prevent="save">
    <p v-if="!('cue' in layout.balls)" class="muted">
      {{ text.setTheBallsUpOn }} <RouterLink to="/">{{ text.table }}</RouterLink>
      {{ text.firstTheLayoutThereBecomes }}
    </p>
    <template v-else>
      <PracticeDrawing
        v-if="geometry"
        class="drawing"
        :table="geometry"
        :balls="layout.balls"
        :zones="zones"
        :pocket="wish.pocket || null"
        asks="place"
        :words="text.layoutDrawn"
        @place="put"
      />
      <div class="fields">
        <label>{{ text.name }} <input v-model="wish.name" required maxlength="80" /></label>
        <label>{{ text.whatIsToBePlayed }} <input v-model="wish.says" maxlength="300" /></label>
        <div class="choices">
          <label v-if="balls.length"
            >{{ text.ball }}
            <select v-model="wish.ball">
              <option v-for="ball in balls" :key="ball">{{ ball }}</option>
            </select>
          </label>
          <label v-if="balls.length"
            >{{ text.into }}
            <select v-model="wish.pocket">
              <option value="">{{ text.noPocket }}</option>
              <option v-for="one in POCKETS" :key="one.key" :value="one.key">{{ one.name }}</option>
            </select>
          </label>
          <label
            >{{ text.stepsOfDrill }} <input v-model.number="wish.steps" type="number" min="1" max="6"
          /></label>
          <label
            >{{ text.firstWithinDiamonds }}
            <input v-model.number="wish.within" type="number" min="0.1" max="8" step="0.05"
          /></label>
        </div>
        <p v-if="!pots">
          {{ text.aPressOnTheDrawing }}
          <ChoiceChips
            :label="text.whatAPressSets"
            :options="SETS"
            :value="setting"
            @choose="setting = $event || setting"
          />
        </p>
        <p v-else class="muted">{{ text.pressWhereItRests }}</p>
        <label v-if="balls.length" class="check"
          ><input v-model="wish.nothingOpen" type="checkbox" /> {{ text.noOpenShotMayBe }}</label
        >
        <p class="muted small">
          {{ text.stepsNarrow }}
        </p>
        <button type="submit" class="main">{{ text.keepThisDrill }}</button>
      </div>
    </template>
  </form>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.form {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 14px;
  padding-bottom: 12px;
}
.fields {
  display: grid;
  gap: 9px;
  align-content: start;
}
.check {
  display: flex;
  align-items: center;
  gap: 8px;
}
.check input {
  min-height: 0;
}
.choices input {
  width: 92px;
}
a {
  color: var(--brass);
}
button {
  justify-self: start;
}
@media (max-width: 980px) {
  .form {
    grid-template-columns: minmax(0, 1fr);
  }
  .drawing {
    max-height: 60vh;
  }
}
</style>
