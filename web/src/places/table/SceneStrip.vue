<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { GAMES, useLayout, type Situation } from '@/stores/layout'
import { useSession } from '@/stores/session'
import { useStudy } from '@/stores/study'
import GameScene from './GameScene.vue'
import SceneSelect from './SceneSelect.vue'

const emit = defineEmits<{ weigh: []; stop: []; save: []; shelf: []; files: []; keys: [] }>()
const layout = useLayout()
const session = useSession()
const study = useStudy()
const unfolded = ref(false)
const theme = ref(document.documentElement.dataset.theme ?? 'day')

const players = computed(() =>
  session.players.map((p) => ({ key: p.key, name: p.own ? p.name : `${p.name} level` })),
)
const tables = [
  { key: 'pool-9ft', name: '9-foot table' },
  { key: 'pool-8ft', name: '8-foot table' },
  { key: 'pool-7ft', name: '7-foot table' },
  { key: 'snooker-12ft', name: 'Snooker table' },
]
const shooters: { key: Situation['shooter']; name: string }[] = [
  { key: 'me', name: 'I shoot' },
  { key: 'them', name: 'Opponent shoots' },
]
const HANDS: Record<string, Situation['ball_in_hand']> = { no: false, yes: true, behind: 'behind-line' }
const isSnooker = computed(() => layout.document.game === 'snooker')
const hands = computed(() => [
  { key: 'no', name: 'where it lies' },
  ...(isSnooker.value ? [] : [{ key: 'yes', name: 'in hand' }]),
  { key: 'behind', name: isSnooker.value ? 'in hand in the D' : 'in hand behind the line' },
])
const hand = computed(() => {
  const said = situation.value.ball_in_hand
  return said === 'behind-line' ? 'behind' : said ? 'yes' : 'no'
})
const situation = computed(() => layout.document.situation)
const set = (who: 'me' | 'them', key: string) => layout.change((scene) => (scene[who] = key))

async function leave() {
  await session.signOut()
  // A fresh page: nothing of this account stays in memory for the next one.
  window.location.assign('/')
}
function turnLights() {
  theme.value = theme.value === 'day' ? 'hall' : 'day'
  document.documentElement.dataset.theme = theme.value
  localStorage.setItem('partita-theme', theme.value)
}
</script>

<template>
  <header class="strip" :class="{ unfolded }">
    <div class="title">
      <span class="mark" aria-hidden="true">P</span>
      <label class="visually-hidden" for="layout-name">Name of the layout</label>
      <InputText id="layout-name" v-model="layout.name" placeholder="Untitled layout" class="name" />
    </div>
    <div class="scene" role="group" aria-label="The scene">
      <SceneSelect
        label="Game"
        :options="GAMES"
        :model-value="layout.document.game"
        @update:model-value="layout.playGame($event)"
      />
      <SceneSelect
        label="Me"
        before="Me"
        :options="players"
        :model-value="layout.scene.me"
        @update:model-value="set('me', $event)"
      />
      <SceneSelect
        label="Opponent"
        before="Opponent"
        :options="players"
        :model-value="layout.scene.them"
        @update:model-value="set('them', $event)"
      />
      <SceneSelect
        label="Who shoots"
        :options="shooters"
        :model-value="situation.shooter"
        @update:model-value="layout.situate({ shooter: $event })"
      />
      <SceneSelect
        label="Table"
        :options="tables"
        :model-value="layout.tableName"
        @update:model-value="layout.change((scene) => (scene.document.table = $event))"
      />
      <SceneSelect
        label="Cue ball"
        before="Cue ball"
        :options="hands"
        :model-value="hand"
        @update:model-value="layout.situate({ ball_in_hand: HANDS[$event] ?? false })"
      />
      <GameScene />
    </div>
    <div class="acts">
      <Button
        class="unfold"
        label="Scene"
        variant="text"
        size="small"
        :aria-expanded="unfolded"
        @click="unfolded = !unfolded"
      />
      <Button label="Open" variant="text" size="small" @click="emit('shelf')" />
      <Button class="rare" label="Files" variant="text" size="small" @click="emit('files')" />
      <Button
        class="rare"
        :label="theme === 'day' ? 'Hall light' : 'Day light'"
        variant="text"
        size="small"
        @click="turnLights"
      />
      <Button class="rare" label="?" variant="text" size="small" aria-label="Keys" @click="emit('keys')" />
      <Button class="rare" label="Sign out" variant="text" size="small" @click="leave" />
      <Button :label="layout.isKept ? 'Saved' : 'Save'" variant="outlined" @click="emit('save')" />
      <Button v-if="study.running" label="Stop" variant="outlined" class="weigh" @click="emit('stop')" />
      <Button v-else label="Weigh" class="weigh" @click="emit('weigh')" />
    </div>
  </header>
</template>

<style scoped>
.strip {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  padding: 8px 16px 9px;
  border-bottom: 1px solid var(--hairline);
}
.title {
  display: flex;
  align-items: center;
  gap: 8px;
  flex: 1 1 230px;
}
.mark {
  font: italic 700 28px var(--serif);
  color: var(--brass);
}
.name {
  font: 600 20px var(--serif);
  border-color: transparent;
  background: transparent;
  padding: 2px 6px;
  width: 100%;
  color: var(--ink);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
}
.weigh {
  min-width: 92px;
  font-weight: 700;
  margin-left: 6px;
}
.scene {
  order: 3;
  flex-basis: 100%;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
}
.unfold {
  display: none;
}
@media (max-width: 760px) {
  .strip {
    gap: 4px 8px;
    padding: 8px 10px;
  }
  .title {
    flex-basis: 100%;
  }
  .unfold {
    display: inline-flex;
  }
  .acts {
    width: 100%;
  }
  .weigh {
    margin-left: auto;
  }
  .strip:not(.unfolded) :is(.scene, .rare) {
    display: none;
  }
}
</style>
