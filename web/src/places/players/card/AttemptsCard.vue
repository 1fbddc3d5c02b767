<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useSharedBoard } from '@/board/useBoard'
import ProgressLine from '@/parts/ProgressLine.vue'
import { saveFile } from '@/frame/saveFile'
import { useMeasure } from '@/stores/measure'
import { useSession } from '@/session/session'
import { tableTitle } from '../words'
import { text } from '@/words/text/players'

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
  <section class="sheet" :aria-label="text.measure">
    <h2>{{ text.measure }}</h2>
    <p class="muted">
      {{ text.setAShotUpPlay }}
    </p>
    <p class="choices">
      <label
        >{{ text.playedOn }}
        <select v-model="table">
          <option v-for="one in session.tables" :key="one.key" :value="one.key">{{ tableTitle(one) }}</option>
        </select>
      </label>
      <button type="button" class="main" @click="begin('short')">{{ text.short20Shots5Minutes }}</button>
      <button type="button" class="main" @click="begin('long')">{{ text.long60Shots12Minutes }}</button>
    </p>
    <p v-if="measure.open">
      <button type="button" @click="to(measure.open.id)">
        {{ text.goOnWithTheMeasure(measure.open.set_name, played, asked) }}
      </button>
    </p>
    <p>
      {{ text.attemptsInAll(measure.attempts)
      }}<template v-if="measure.attempts && measure.fresh > 0">{{
        text.sinceTheLastMeasure(measure.fresh)
      }}</template
      >{{ text.potsThatAreKeptAs }}
    </p>
    <p class="choices">
      <button v-if="!measure.measuring" type="button" :disabled="!measure.attempts" @click="measure.ask">
        {{ text.measureAgain }}
      </button>
      <button v-else type="button" @click="measure.stop">{{ text.stop }}</button>
      <button type="button" @click="file?.click()">{{ text.takeInAFile }}</button>
      <button v-if="measure.attempts" type="button" @click="csvOut">{{ text.saveAsCsv }}</button>
      <input
        ref="file"
        type="file"
        accept=".csv,.json,text/csv,application/json"
        class="visually-hidden"
        tabindex="-1"
        :aria-label="text.attemptsAsCsvOrJson"
        @change="takeIn"
      />
    </p>
    <ProgressLine v-if="measure.measuring" :label="text.measuring" :share="measure.measure?.progress ?? 0" />
    <p v-if="measure.measuring" class="muted">{{ measure.measure?.waits_for || text.measuringNow }}</p>
    <p v-if="measure.measure?.failure" role="alert">{{ measure.measure.failure }}</p>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
