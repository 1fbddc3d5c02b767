<script setup lang="ts">
import type { Problem } from '@/api/client'
import ProblemList from '@/parts/ProblemList.vue'
import { useOutbox } from '@/stores/outbox'
import FrameActs from './FrameActs.vue'
import { text } from '@/words/text/frame'

/** A sitting at the table, at stations or at a drill: one shot, one tap; the shot drawn at the left, the taps at the right. */
defineProps<{
  title: string
  problems: Problem[]
  /** Taps of this sitting that are not sent yet. */
  coming: number
  /** Where the drawing leaves the words their room on a phone. */
  small?: boolean
}>()
defineEmits<{ keys: [] }>()
const outbox = useOutbox()
</script>

<template>
  <main class="sitting-page">
    <header>
      <h1>{{ title }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <ProblemList :problems="[...problems, ...outbox.problems]" />
    <slot name="steps" />
    <div class="work" :class="{ small }">
      <slot name="drawing" />
      <slot name="how" />
      <section class="sheet taps" :aria-label="text.whatBecameOfIt">
        <slot name="taps" />
        <p v-if="coming && outbox.waiting" class="muted" role="status">
          {{ text.notSentYet(coming) }}
        </p>
        <div class="acts"><slot name="acts" /></div>
      </section>
    </div>
  </main>
</template>

<style src="./sitting-page.css"></style>
