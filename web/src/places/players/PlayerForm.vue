<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Player, PlayerIn } from '@/api/client'
import { useSession } from '@/session/session'
import FormShell from './FormShell.vue'
import { KICKS, nameOfCopy, NERVES } from './words'

/** A player: a level, and what is the player's own beside it. */
const props = defineProps<{ from: Player; isNew: boolean }>()
const emit = defineEmits<{ save: [player: PlayerIn]; close: [] }>()
const session = useSession()
const levels = computed(() => session.players.filter((player) => !player.own))
const { stroke_model: model } = props.from
const name = ref(
  !props.isNew
    ? props.from.name
    : props.from.own
      ? nameOfCopy(
          props.from.name,
          session.players.map((player) => player.name),
        )
      : '',
)
const level = ref(props.from.level || 'league')
const hand = ref(model.hand)
const reach = ref(model.reach_m)
const ofLevel = (name: string) => levels.value.find((l) => l.key === name)?.stroke_model.nerves
/** The level's own nerves are no number here: they follow when another level is chosen. */
const nerves = ref<number | null>(
  model.nerves === ofLevel(level.value) || !props.from.own ? null : model.nerves,
)
const kicks = ref(model.kicks ?? 'neither')
const cue = ref(props.from.cue)
const notes = ref(props.from.notes)
const canSave = computed(() => name.value.trim().length > 0)
const field = ref<HTMLInputElement | null>(null)
onMounted(() => field.value?.focus())
function save() {
  emit('save', {
    name: name.value.trim(),
    level: level.value,
    hand: hand.value,
    reach_m: Number(reach.value),
    nerves: nerves.value,
    kicks: kicks.value,
    use_measured: props.isNew || props.from.use_measured,
    cue: cue.value.trim(),
    notes: notes.value.trim(),
  })
}
</script>

<template>
  <FormShell
    :title="isNew ? 'New player' : `Change ${from.name}`"
    :can-save="canSave"
    @save="save"
    @close="emit('close')"
  >
    <label>Name <input ref="field" v-model="name" maxlength="60" autocomplete="off" /></label>
    <label
      >Level
      <select v-model="level">
        <option v-for="l in levels" :key="l.key" :value="l.key">{{ l.name }}</option>
      </select>
    </label>
    <label
      >Hand
      <select v-model="hand">
        <option value="right">right</option>
        <option value="left">left</option>
      </select>
    </label>
    <label
      >Reach, m
      <input v-model="reach" type="number" min="0.4" max="2" step="0.05" />
      <span class="muted">how far from the rail the bridge is put with ease</span>
    </label>
    <label
      >Nerves
      <select v-model="nerves">
        <option :value="null">usual for such a player</option>
        <option v-for="n in NERVES" :key="n.value" :value="n.value">{{ n.name }}</option>
        <option v-if="nerves !== null && !NERVES.some((n) => n.value === nerves)" :value="nerves">
          as set ({{ nerves }})
        </option>
      </select>
      <span class="muted">on soft strokes at the ball that decides the rack</span>
    </label>
    <label
      >Kicks
      <select v-model="kicks">
        <option v-for="k in KICKS" :key="k.value" :value="k.value">{{ k.name }}</option>
      </select>
      <span class="muted">what was practised is judged better</span>
    </label>
    <label
      >Cue
      <input v-model="cue" maxlength="80" autocomplete="off" />
      <span class="muted">what cue for what; a note, no figure changes by it</span>
    </label>
    <label>Notes <input v-model="notes" maxlength="1000" autocomplete="off" /></label>
  </FormShell>
</template>
