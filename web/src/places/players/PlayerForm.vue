<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Player, PlayerIn } from '@/api/client'
import { useSession } from '@/session/session'
import FormShell from './FormShell.vue'
import { JUMPS, KICKS, nameOfCopy, NERVES } from './words'
import { text } from '@/words/text/players'

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
const jumps = ref(model.jumps ?? 'none')
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
    jumps: jumps.value,
    use_measured: props.isNew || props.from.use_measured,
    cue: cue.value.trim(),
    notes: notes.value.trim(),
  })
}
</script>

<template>
  <FormShell
    :title="isNew ? text.newPlayer : text.changeTitle(from.name)"
    :can-save="canSave"
    @save="save"
    @close="emit('close')"
  >
    <label>{{ text.name }} <input ref="field" v-model="name" maxlength="60" autocomplete="off" /></label>
    <label
      >{{ text.level }}
      <select v-model="level">
        <option v-for="l in levels" :key="l.key" :value="l.key">{{ l.name }}</option>
      </select>
    </label>
    <label
      >{{ text.hand }}
      <select v-model="hand">
        <option value="right">{{ text.right }}</option>
        <option value="left">{{ text.left }}</option>
      </select>
    </label>
    <label
      >{{ text.reachM }}
      <input v-model="reach" type="number" min="0.4" max="2" step="0.05" />
      <span class="muted">{{ text.howFarFromTheRail }}</span>
    </label>
    <label
      >{{ text.nerves }}
      <select v-model="nerves">
        <option :value="null">{{ text.usualForSuchAPlayer }}</option>
        <option v-for="n in NERVES" :key="n.value" :value="n.value">{{ n.name }}</option>
        <option v-if="nerves !== null && !NERVES.some((n) => n.value === nerves)" :value="nerves">
          {{ text.asSet(nerves) }}
        </option>
      </select>
      <span class="muted">{{ text.onSoftStrokesAtThe }}</span>
    </label>
    <label
      >{{ text.kicks }}
      <select v-model="kicks">
        <option v-for="k in KICKS" :key="k.value" :value="k.value">{{ k.name }}</option>
      </select>
      <span class="muted">{{ text.whatWasPractisedIsJudged }}</span>
    </label>
    <label
      >{{ text.jumps }}
      <select v-model="jumps">
        <option v-for="j in JUMPS" :key="j.value" :value="j.value">{{ j.name }}</option>
      </select>
      <span class="muted">{{ text.jumpsAreFoundFor }}</span>
    </label>
    <label
      >{{ text.cue }}
      <input v-model="cue" maxlength="80" autocomplete="off" />
      <span class="muted">{{ text.whatCueForWhatA }}</span>
    </label>
    <label>{{ text.notes }} <input v-model="notes" maxlength="1000" autocomplete="off" /></label>
  </FormShell>
</template>
