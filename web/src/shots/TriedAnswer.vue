<script setup lang="ts">
import type { Option } from '@/api/client'
import ShareBar from './ShareBar.vue'
import { percent, spread } from './words'
import { text } from '@/words/text/shots'

/** What a shot of one's own does, by a quick look. */
defineProps<{ option: Option }>()
</script>

<template>
  <b class="name">{{ option.name }}</b>
  <p>
    <span class="big">{{ Math.round(100 * option.rack_chance.value) }}<small>%</small></span>
    <span class="muted">{{ text.quickChance(spread(option.rack_chance)) }}</span>
    <template v-if="option.potted"> {{ text.madeShare(percent(option.make.value)) }}</template>
    <template v-if="option.foul.value >= 0.005"> {{ text.foul(percent(option.foul.value)) }}</template>
  </p>
  <ShareBar :shares="option.shares" />
</template>

<style scoped>
p {
  margin: 0;
}
.name {
  font: 600 var(--text-base)/1.2 var(--serif);
}
.big {
  font: 600 var(--text-2xl)/1 var(--serif);
  margin-right: 6px;
}
small {
  font-size: var(--text-md);
}
</style>
