<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Match, MatchIn } from '@/api/client'
import { GAMES } from '@/board/document'
import FormShell from '@/places/players/FormShell.vue'
import { tableNamed } from '@/words/tables'
import { useSharedBoard } from '@/board/useBoard'
import { useRecord } from '@/stores/record'
import { useSession } from '@/session/session'
import { today } from '@/words/days'
import { text } from '@/words/text/record'

/** A match, new or changed: when, who, what. */
const props = defineProps<{ from: Match | null }>()
const emit = defineEmits<{ save: [match: MatchIn]; close: [] }>()
const session = useSession()
const named = (player: { own: boolean; name: string }) =>
  player.own ? player.name : text.aPlayer(player.name)
const keyOf = (name: string) => session.players.find((player) => player.name === name)?.key
/** A new match is likeliest between those on the board, else by whoever played the last one. */
const { scene } = useSharedBoard()
const own = session.players.filter((player) => player.own)
const isOwn = (key: string) => own.some((player) => player.key === key)
const last = useRecord().matches.rows[0]?.player_name ?? ''
const likely = isOwn(scene.me) ? scene.me : (keyOf(last) ?? own[0]?.key ?? 'league')
const me = ref(keyOf(props.from?.player_name ?? '') ?? likely)
const them = ref(
  keyOf(props.from?.opponent_name ?? '') ??
    (scene.them === me.value ? own.find(({ key }) => key !== me.value)?.key : scene.them) ??
    'league',
)
const day = ref(props.from?.played_on ?? today())
const game = ref(props.from?.game ?? 'nine-ball')
const race = ref(props.from?.race_to ?? 5)
const breaks = ref<'alternate' | 'winner'>(props.from?.breaks === 'winner' ? 'winner' : 'alternate')
const first = ref(props.from?.i_break_first ?? true)
const table = ref(session.tables.find(({ name }) => name === props.from?.table_name)?.key ?? '')
const notes = ref(props.from?.notes ?? '')
const canSave = computed(() => !!day.value && me.value !== them.value && race.value >= 1 && race.value <= 50)
function save() {
  const chosen = session.tables.find(({ key }) => key === table.value)
  emit('save', {
    played_on: day.value,
    me: me.value,
    them: them.value,
    game: game.value,
    race_to: Number(race.value),
    breaks: breaks.value,
    i_break_first: first.value,
    table: chosen?.document ?? null,
    notes: notes.value.trim(),
  })
}
</script>

<template>
  <FormShell
    :title="from ? text.changeTheMatch : text.newMatch"
    :can-save="canSave"
    @save="save"
    @close="emit('close')"
  >
    <label>{{ text.day }} <input v-model="day" type="date" /></label>
    <label
      >{{ text.player }}
      <select v-model="me">
        <option v-for="p in session.players" :key="p.key" :value="p.key">{{ named(p) }}</option>
      </select>
      <span v-if="me === them" class="muted">{{ text.nobodyPlaysAgainstHimself }}</span>
    </label>
    <label
      >{{ text.opponent }}
      <select v-model="them">
        <option v-for="p in session.players" :key="p.key" :value="p.key">{{ named(p) }}</option>
      </select>
      <span class="muted">{{ text.morePlayersAreMadeOn }}</span>
    </label>
    <label
      >{{ text.game }}
      <select v-model="game">
        <option v-for="g in GAMES" :key="g.key" :value="g.key">{{ g.name }}</option>
      </select>
    </label>
    <label>{{ text.raceTo }} <input v-model.number="race" type="number" min="1" max="50" step="1" /></label>
    <label
      >{{ text.breaks }}
      <select v-model="breaks">
        <option value="alternate">{{ text.inTurn }}</option>
        <option value="winner">{{ text.whoWonTheLastRack }}</option>
      </select>
    </label>
    <label
      >{{ text.firstBreak }}
      <select v-model="first">
        <option :value="true">{{ text.thePlayer }}</option>
        <option :value="false">{{ text.theOpponent }}</option>
      </select>
    </label>
    <label
      >{{ text.table }}
      <select v-model="table">
        <option value="">{{ text.theUsualOne }}</option>
        <option v-for="t in session.tables" :key="t.key" :value="t.key">
          {{ t.own ? t.name : tableNamed(t.key) }}
        </option>
      </select>
    </label>
    <label>{{ text.notes }} <input v-model="notes" maxlength="1000" autocomplete="off" /></label>
  </FormShell>
</template>
