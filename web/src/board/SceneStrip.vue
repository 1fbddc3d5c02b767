<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed } from 'vue'
import { isSceneOpen } from './sceneOpen'
import { sceneWords, useScene } from './scene'
import SceneNumber from './SceneNumber.vue'
import SceneSelect from './SceneSelect.vue'
import { useBoard } from './useBoard'
import { text } from '@/words/text/board'

/** The head of a page with the board: its name, the scene in one line, and room for what the page does with it. */
const board = useBoard()
const controls = useScene()
const words = computed(() => sceneWords(controls.value))
</script>

<template>
  <header class="strip">
    <div class="title">
      <label class="visually-hidden" for="layout-name">{{ text.nameOfTheLayout }}</label>
      <InputText id="layout-name" v-model="board.name" :placeholder="text.untitledLayout" class="name" />
    </div>
    <button
      type="button"
      class="line"
      :aria-expanded="isSceneOpen"
      aria-controls="the-scene"
      :title="text.gamePlayersTableFoulsRace"
      @click="isSceneOpen = !isSceneOpen"
    >
      <span>{{ words }}</span>
      <span class="sign" aria-hidden="true">{{ isSceneOpen ? '▴' : '▾' }}</span>
    </button>
    <div v-show="isSceneOpen" id="the-scene" class="scene" role="group" :aria-label="text.theScene">
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
    <div class="acts"><slot name="acts" /></div>
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
  flex: 1 1 230px;
}
.name {
  font: 600 var(--text-xl) var(--serif);
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
  font-size: var(--text-md);
}
.tick input {
  accent-color: var(--brass);
  width: 16px;
  height: 16px;
  margin: 0;
}
.line {
  order: 2;
  flex-basis: 100%;
  min-height: 30px;
  padding: 2px 6px;
  border: 0;
  background: transparent;
  color: var(--ink);
  font: 500 var(--text-md) var(--sans);
  text-align: left;
  cursor: pointer;
}
.sign {
  margin-left: 6px;
  color: var(--brass);
}
@media (max-width: 760px) {
  .strip {
    gap: 4px 8px;
    padding: 8px 10px;
  }
  .title {
    flex-basis: 100%;
  }
  .acts {
    width: 100%;
  }
}
</style>
