<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { useGuarded } from '@/api/guarded'
import SetAside from '@/board/SetAside.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { useOpenBoard } from '@/stores/openBoard'
import { codeWords } from '@/words/code'
import { text } from '@/words/text/together'

/** While one's own board is open to others: its code, how many are there, and who has the hand. */
defineEmits<{ people: [] }>()
const open = useOpenBoard()
const { problems, guarded } = useGuarded()
const here = computed(() => open.others.filter((person) => person.here).length)
const asking = computed(() => open.others.filter((person) => person.asks).map(({ name }) => name))
const holder = computed(() => open.others.find(({ seat }) => seat === open.people?.hand)?.name)
</script>

<template>
  <section class="open" :aria-label="text.openToOthers">
    <template v-if="open.isOpen && open.room">
      <b>{{ text.openWith(codeWords(open.room.code)) }}</b>
      <span class="muted">{{ text.here(here) }}</span>
      <span role="status" class="said">
        <template v-if="holder">{{ text.handIsWith(holder) }}</template>
        <template v-else-if="asking.length">{{ text.asking(asking.join(', ')) }}</template>
        <template v-else-if="!open.isLive">{{ text.notLive }}</template>
      </span>
      <Button
        v-if="holder"
        size="small"
        variant="outlined"
        :label="text.takeItBack"
        @click="guarded(() => open.giveHand(null))"
      />
      <Button size="small" variant="text" :label="text.people" @click="$emit('people')" />
    </template>
    <span v-else role="status">{{ text.closedMeanwhile }}</span>
    <ProblemList :problems="[...problems, ...open.problems]" />
    <SetAside class="aside" :aside="open.aside" @back="open.putBack()" @go="open.letGo()" />
  </section>
</template>

<style scoped>
.open {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 12px;
  min-height: 40px;
  padding: 2px 12px;
  margin: 10px 16px 0;
  border: 1px solid var(--brass);
  border-radius: var(--radius-md);
  background: var(--tint);
}
.said {
  flex: 1;
  font-weight: 600;
}
.aside {
  flex-basis: 100%;
}
@media (max-width: 760px) {
  .open {
    margin: 8px 10px 0;
  }
}
</style>
