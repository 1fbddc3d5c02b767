<script setup lang="ts">
import { ref } from 'vue'
import type { Player, TableChoice } from '@/api/client'
import FrameActs from '@/frame/FrameActs.vue'
import { saveFile } from '@/frame/saveFile'
import ProblemList from '@/parts/ProblemList.vue'
import { usePlaceMemory } from '@/frame/usePlaceMemory'
import { useSession } from '@/session/session'
import { unbroken } from '@/shots/words'
import PlayerForm from './PlayerForm.vue'
import RosterList from './RosterList.vue'
import TableForm from './TableForm.vue'
import { useRoster } from './useRoster'
import { idOf, playerTitle, playerWords, tableTitle, tableWords } from './words'
import { text } from '@/words/text/players'

/** Who plays, and on which table: what the scene of every board chooses from. */
defineEmits<{ keys: [] }>()
const session = useSession()
const roster = useRoster()
/** What is being made or changed: a player or a table of one's own, or a new one begun as another. */
const player = ref<{ from: Player; id: number | null } | null>(null)
const table = ref<{ from: TableChoice; id: number | null } | null>(null)
const PLAYERS = { own: text.myPlayers, standard: text.levels, none: text.noPlayersYet }
const TABLES = {
  own: text.myTables,
  standard: text.standardTables,
  none: text.noTablesYet,
}
const file = ref<HTMLInputElement | null>(null)
const fileOut = async () =>
  saveFile(new Blob([await roster.asFile()], { type: 'application/json' }), 'players.partita-players.json')
async function fileIn() {
  const given = file.value?.files?.[0]
  if (given) await roster.takeIn(await given.text())
  if (file.value) file.value.value = ''
}
usePlaceMemory()
</script>

<template>
  <main class="players">
    <header>
      <h1>{{ text.playersAndTables }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <p class="muted lead">
      {{ text.everyFigureDependsOnWhose }}
    </p>
    <ProblemList :problems="roster.problems.value" />
    <div class="halves">
      <section class="sheet" :aria-label="text.players">
        <PlayerForm
          v-if="player"
          :key="`${player.from.key}-${player.id}`"
          :from="player.from"
          :is-new="player.id === null"
          @save="roster.savePlayer(player.id, $event).then((done) => done && (player = null))"
          @close="player = null"
        />
        <RosterList
          :entries="session.players"
          :titles="PLAYERS"
          :title-of="playerTitle"
          :words-of="(one) => unbroken(playerWords(one))"
          :card-of="(playerId) => ({ name: 'player', params: { playerId } })"
          :chosen="player?.id ?? null"
          @change="player = { from: $event, id: idOf($event) }"
          @copy="player = { from: $event, id: null }"
          @remove="roster.removePlayer(idOf($event))"
        />
        <p class="acts">
          <button type="button" @click="fileOut">{{ text.saveMyPlayersAsA }}</button>
          <button type="button" @click="file?.click()">{{ text.takeInAFileOf }}</button>
          <input
            ref="file"
            type="file"
            accept=".json,application/json"
            class="visually-hidden"
            tabindex="-1"
            :aria-label="text.playersAsAFile"
            @change="fileIn"
          />
        </p>
      </section>
      <section class="sheet" :aria-label="text.tables">
        <TableForm
          v-if="table"
          :key="`${table.from.key}-${table.id}`"
          :from="table.from"
          :is-new="table.id === null"
          @save="roster.saveTable(table.id, $event).then((done) => done && (table = null))"
          @close="table = null"
        />
        <RosterList
          :entries="session.tables"
          :titles="TABLES"
          :title-of="tableTitle"
          :words-of="tableWords"
          :card-of="(tableId) => ({ name: 'table-card', params: { tableId } })"
          :chosen="table?.id ?? null"
          @change="table = { from: $event, id: idOf($event) }"
          @copy="table = { from: $event, id: null }"
          @remove="roster.removeTable(idOf($event))"
        />
      </section>
    </div>
  </main>
</template>

<style scoped>
.players {
  padding: 18px 16px 40px;
  display: grid;
  gap: 10px;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
}
h1 {
  flex: 1;
  font-size: var(--text-2xl);
}
.lead {
  margin: 0;
  max-width: 72ch;
}
.halves {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 16px;
  align-items: start;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0;
}
.acts button {
  min-height: 36px;
  padding: 2px 0;
  border: 0;
  background: none;
  color: var(--brass);
  font: 600 var(--text-sm) var(--sans);
  cursor: pointer;
}
.sheet {
  padding: 14px 16px 16px;
}
@media (max-width: 980px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
