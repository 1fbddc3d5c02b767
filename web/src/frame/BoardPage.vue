<script setup lang="ts">
import { ref } from 'vue'
import type { Problem } from '@/api/client'
import type { MenuEntry } from '@/parts/menu'
import PlaceLine from '@/board/PlaceLine.vue'
import SceneStrip from '@/board/SceneStrip.vue'
import SetupTools from '@/board/SetupTools.vue'
import ProblemList from '@/parts/ProblemList.vue'

/** A page with the board at the left and its answer at the right: what is set up, asked and said stands where it always does. */
defineProps<{
  title: string
  label: string
  say: (phrase: string) => Promise<boolean>
  problems: Problem[]
  /** What the board's menu has on this page besides. */
  more?: MenuEntry[]
}>()
defineEmits<{ rack: [] }>()
const line = ref<InstanceType<typeof PlaceLine> | null>(null)
const layout = ref<HTMLElement | null>(null)
defineExpose({ type: () => line.value?.focus(), layout })
</script>

<template>
  <div class="place board-page">
    <slot name="hidden" />
    <SceneStrip>
      <template #acts><slot name="acts" /></template>
    </SceneStrip>
    <slot name="head" />
    <main class="work">
      <h1 class="visually-hidden">{{ title }}</h1>
      <section ref="layout" class="left" :aria-label="label">
        <slot name="table" />
        <div class="under">
          <PlaceLine ref="line" :say="say" />
          <SetupTools :more="more ?? []" @rack="$emit('rack')"><slot name="tools" /></SetupTools>
        </div>
        <slot name="under" />
        <ProblemList :problems="problems" />
        <slot name="left" />
      </section>
      <slot name="right" />
      <slot name="more" />
    </main>
    <slot name="dialogs" />
  </div>
</template>

<style src="./board-page.css"></style>
