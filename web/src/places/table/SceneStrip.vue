<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { useLayout } from '@/stores/layout'
import { useSession } from '@/stores/session'
import { useStudy } from '@/stores/study'
import { useScene } from './scene'
import SceneNumber from './SceneNumber.vue'
import SceneSelect from './SceneSelect.vue'

const emit = defineEmits<{ weigh: []; stop: []; save: []; shelf: []; files: []; keys: [] }>()
const layout = useLayout()
const session = useSession()
const study = useStudy()
const controls = useScene()
const unfolded = ref(false)
const theme = ref(document.documentElement.dataset.theme ?? 'day')

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
      <template v-for="control in controls" :key="control.label">
        <SceneSelect
          v-if="control.kind === 'choice'"
          :label="control.label"
          :before="control.before"
          :options="control.options"
          :model-value="control.value"
          @update:model-value="control.set($event)"
        />
        <SceneNumber
          v-else-if="control.kind === 'count'"
          :label="control.label"
          :before="control.before ?? ''"
          :min="control.min"
          :max="control.max"
          :model-value="control.value"
          @update:model-value="control.set($event)"
        />
        <label v-else class="tick">
          <input
            type="checkbox"
            :checked="control.value"
            @change="control.set(($event.target as HTMLInputElement).checked)"
          />
          {{ control.label }}
        </label>
      </template>
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
.tick {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  font-size: 13.5px;
}
.tick input {
  accent-color: var(--brass);
  width: 16px;
  height: 16px;
  margin: 0;
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
