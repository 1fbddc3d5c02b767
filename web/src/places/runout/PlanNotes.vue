<script setup lang="ts">
import type { Plan } from '@/api/client'

/** What is to be said of a plan: the key ball, what cannot be potted, places in hand, and what was searched. */
defineProps<{ plan: Plan }>()
</script>

<template>
  <footer>
    <p v-if="plan.plan.length">
      <b>{{ plan.key_words }}</b>
    </p>
    <p v-for="note in plan.notes" :key="note" class="note">{{ note }}</p>
    <p v-for="opener in plan.openers" :key="opener.frees">{{ opener.words }}</p>
    <p v-if="plan.in_hand">{{ plan.in_hand.words }}</p>
    <p v-if="plan.plan.length && plan.plan.length < plan.order.length">{{ plan.summary }}</p>
    <p class="muted">
      {{ plan.searched }} Chances are what this player’s strokes come to in the simulation; ± is the chance in
      the sampling only. What the first shot wins is looked ahead at, as on the Table page, and ± says what
      that may be off by.
    </p>
  </footer>
</template>

<style scoped>
footer {
  padding: 9px 16px 12px;
  border-top: 1px solid var(--hairline);
  font-size: 13px;
  overflow-y: auto;
  flex-shrink: 0;
  max-height: 34vh;
}
p {
  margin: 0 0 6px;
}
.note {
  font-weight: 600;
}
@media (max-width: 980px) {
  footer {
    max-height: none;
  }
}
</style>
