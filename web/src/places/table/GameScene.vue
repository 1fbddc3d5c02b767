<script setup lang="ts">
import { computed } from 'vue'
import { useLayout, type Situation } from '@/stores/layout'
import SceneNumber from './SceneNumber.vue'
import SceneSelect from './SceneSelect.vue'

/** What the game in play has and others have not: fouls, groups, points, the ball on, the race. */
const layout = useLayout()
const situation = computed(() => layout.document.situation)
const fouls = [0, 1, 2].map((n) => ({ key: n, name: String(n) }))
const groups = [
  { key: '', name: 'Table open' },
  { key: 'solids', name: 'I have solids' },
  { key: 'stripes', name: 'I have stripes' },
]
const BALLS_ON = ['red', 'colour', 'yellow', 'green', 'brown', 'blue', 'pink', 'black']
const ballsOn = [{ key: '', name: 'by the balls left' }, ...BALLS_ON.map((key) => ({ key, name: key }))]
const pushes: { key: string; name: string }[] = [
  { key: 'none', name: 'no' },
  { key: 'allowed', name: 'allowed now' },
  { key: 'made', name: 'just made by the other' },
]
const race = computed(() => layout.scene.race ?? null)
const races = [{ key: 0, name: 'none' }, ...[3, 5, 7, 9, 11, 13].map((n) => ({ key: n, name: `to ${n}` }))]
const breakers = [
  { key: 'me', name: 'I broke' },
  { key: 'them', name: 'Opponent broke' },
]
function runTo(racks: number) {
  layout.setRace(
    racks
      ? {
          race_to: racks,
          my_racks: Math.min(race.value?.my_racks ?? 0, racks - 1),
          their_racks: Math.min(race.value?.their_racks ?? 0, racks - 1),
          i_break: race.value?.i_break ?? true,
        }
      : null,
  )
}
const setRace = (part: object) => race.value && layout.setRace({ ...race.value, ...part })
const group = (key: string) => (key === '' ? null : (key as Situation['my_group']))
</script>

<template>
  <template v-if="layout.has('fouls')">
    <SceneSelect
      label="My fouls in a row"
      before="My fouls"
      :options="fouls"
      :model-value="situation.my_fouls"
      @update:model-value="layout.situate({ my_fouls: $event })"
    />
    <SceneSelect
      label="Opponent’s fouls in a row"
      before="Theirs"
      :options="fouls"
      :model-value="situation.their_fouls"
      @update:model-value="layout.situate({ their_fouls: $event })"
    />
  </template>
  <SceneSelect
    v-if="layout.has('group')"
    label="Groups"
    :options="groups"
    :model-value="situation.my_group ?? ''"
    @update:model-value="layout.situate({ my_group: group($event) })"
  />
  <template v-if="layout.has('points')">
    <SceneNumber
      label="My points"
      before="My points"
      :min="-100"
      :max="999"
      :model-value="situation.my_points ?? 0"
      @update:model-value="layout.situate({ my_points: $event })"
    />
    <SceneNumber
      label="Opponent’s points"
      before="Theirs"
      :min="-100"
      :max="999"
      :model-value="situation.their_points ?? 0"
      @update:model-value="layout.situate({ their_points: $event })"
    />
  </template>
  <SceneNumber
    v-if="layout.has('points-to')"
    label="Points that win"
    before="To"
    :min="1"
    :max="1000"
    :model-value="situation.points_to ?? 100"
    @update:model-value="layout.situate({ points_to: $event })"
  />
  <template v-if="layout.has('ball-on')">
    <SceneSelect
      label="Ball on"
      before="On"
      :options="ballsOn"
      :model-value="situation.ball_on ?? ''"
      @update:model-value="layout.situate({ ball_on: $event === '' ? null : $event })"
    />
    <label class="tick">
      <input
        type="checkbox"
        :checked="!!situation.free_ball"
        @change="layout.situate({ free_ball: ($event.target as HTMLInputElement).checked })"
      />
      Free ball
    </label>
  </template>
  <SceneSelect
    v-if="layout.has('push-out')"
    label="Push-out: on the shot after the break the table may be handed over without a legal shot"
    before="Push-out"
    :options="pushes"
    :model-value="situation.push_out ?? 'none'"
    @update:model-value="layout.situate({ push_out: $event as Situation['push_out'] })"
  />
  <SceneSelect
    label="Race: racks that win the match"
    before="Race"
    :options="races"
    :model-value="race?.race_to ?? 0"
    @update:model-value="runTo($event)"
  />
  <template v-if="race">
    <SceneNumber
      label="Racks I have won"
      before="I have"
      :min="0"
      :max="race.race_to - 1"
      :model-value="race.my_racks"
      @update:model-value="setRace({ my_racks: $event })"
    />
    <SceneNumber
      label="Racks the opponent has won"
      before="They"
      :min="0"
      :max="race.race_to - 1"
      :model-value="race.their_racks"
      @update:model-value="setRace({ their_racks: $event })"
    />
    <SceneSelect
      label="Who broke this rack"
      :options="breakers"
      :model-value="race.i_break ? 'me' : 'them'"
      @update:model-value="setRace({ i_break: $event === 'me' })"
    />
  </template>
</template>

<style scoped>
.tick {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 30px;
}
.tick input {
  accent-color: var(--brass);
  width: 17px;
  height: 17px;
}
</style>
