<script setup lang="ts">
import type { Plan } from '@/api/client'
import { text } from '@/words/text/runout'

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
      {{ text.chancesMean(plan.searched) }}
    </p>
  </footer>
</template>

<style scoped>
footer {
  padding: 9px 16px 12px;
  border-top: 1px solid var(--hairline);
  font-size: var(--text-sm);
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
