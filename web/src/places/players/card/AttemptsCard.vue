<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useSharedBoard } from '@/board/useBoard'
import ProgressLine from '@/parts/ProgressLine.vue'
import { saveFile } from '@/frame/saveFile'
import { useMeasure } from '@/stores/measure'
import { useSession } from '@/session/session'
import { tableTitle } from '../words'

/** How a player is measured: stations gone through, a file taken in; and the measure itself. */
const measure = useMeasure()
const session = useSession()
const router = useRouter()
/** The table on which one plays is likely the one that lies on the board. */
const board = useSharedBoard()
const table = ref((session.choiceOf(board.document.table) ?? session.tables[0])?.key ?? 'pool-9ft')
const file = ref<HTMLInputElement | null>(null)
const chosen = computed(() => session.tables.find(({ key }) => key === table.value))
const to = (id: number) =>
  router.push({ name: 'sitting', params: { playerId: String(measure.player), sittingId: String(id) } })
async function begin(set: string) {
  const begun = await measure.begin(set, chosen.value?.document ?? 'pool-9ft')
  if (begun) await to(begun.id)
}
const played = computed(() => measure.open?.attempts.length ?? 0)
const asked = computed(() => measure.open?.stations.reduce((sum, one) => sum + (one.count ?? 0), 0) ?? 0)
async function takeIn() {
  const given = file.value?.files?.[0]
  if (given) await measure.takeIn(await given.text())
  if (file.value) file.value.value = ''
}
const csvOut = async () => saveFile(new Blob([await measure.asCsv()], { type: 'text/csv' }), 'attempts.csv')
</script>

<template>
  <section class="sheet" aria-label="Measure">
    <h2>Measure</h2>
    <p class="muted">
      Set a shot up, play it, tap what became of it. Twenty shots tell the level to within half a level; sixty
      tell aim from speed.
    </p>
    <p class="choices">
      <label
        >Played on
        <select v-model="table">
          <option v-for="one in session.tables" :key="one.key" :value="one.key">{{ tableTitle(one) }}</option>
        </select>
      </label>
      <button type="button" class="main" @click="begin('short')">Short: 20 shots, 5 minutes</button>
      <button type="button" class="main" @click="begin('long')">Long: 60 shots, 12 minutes</button>
    </p>
    <p v-if="measure.open">
      <button type="button" @click="to(measure.open.id)">
        Go on with the {{ measure.open.set_name }} measure: {{ played }} of {{ asked }} played
      </button>
    </p>
    <p>
      {{ measure.attempts }} attempts in all<template v-if="measure.attempts && measure.fresh > 0"
        >, {{ measure.fresh }} since the last measure</template
      >. Pots that are kept as played on the Table page count too, once a make and a miss are among them.
    </p>
    <p class="choices">
      <button v-if="!measure.measuring" type="button" :disabled="!measure.attempts" @click="measure.ask">
        Measure again
      </button>
      <button v-else type="button" @click="measure.stop">Stop</button>
      <button type="button" @click="file?.click()">Take in a file</button>
      <button v-if="measure.attempts" type="button" @click="csvOut">Save as CSV</button>
      <input
        ref="file"
        type="file"
        accept=".csv,.json,text/csv,application/json"
        class="visually-hidden"
        tabindex="-1"
        aria-label="Attempts as CSV or JSON"
        @change="takeIn"
      />
    </p>
    <ProgressLine v-if="measure.measuring" label="Measuring" :share="measure.measure?.progress ?? 0" />
    <p v-if="measure.measuring" class="muted">{{ measure.measure?.waits_for || 'Measuring …' }}</p>
    <p v-if="measure.measure?.failure" role="alert">{{ measure.measure.failure }}</p>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
