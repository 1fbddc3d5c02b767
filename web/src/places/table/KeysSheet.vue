<script setup lang="ts">
import Dialog from 'primevue/dialog'
import { LAYERS } from '@/stores/layers'

defineProps<{ visible: boolean }>()
defineEmits<{ close: [] }>()
const keys = [
  ['W', 'weigh the layout'],
  ['G', 'go on: weigh again with more executions'],
  ['T', 'type a place'],
  ['Arrows', 'nudge the chosen ball; finer with Shift'],
  ['Delete', 'take the chosen ball off'],
  ['Ctrl Z', 'undo; with Shift, redo'],
  ['Ctrl V', 'put a copied layout file on the table'],
  ['M', 'mirror across the long axis'],
  ['H', 'turn the table half round'],
  ['C', 'aim a shot of my own; arrows then turn the aim and change the speed'],
  ...LAYERS.map(({ letter, says }) => [letter, `show or hide ${says}`]),
  ['B', 'a new rack after the break'],
  ['P', 'pin the chosen line beside the next one, or let it go'],
  ['V', 'play the drawn shot in time, or pause it'],
  ['S', 'save layout and study'],
  ['O', 'open saved layouts and studies'],
  ['U', 'the shown layers in sentences'],
  ['?', 'this sheet'],
]
</script>

<template>
  <Dialog
    :visible="visible"
    modal
    :pt="{ content: { tabindex: 0 } }"
    header="Keys"
    :style="{ width: 'min(760px, 94vw)' }"
    @update:visible="$emit('close')"
  >
    <dl>
      <template v-for="[key, what] in keys" :key="key">
        <dt>
          <kbd>{{ key }}</kbd>
        </dt>
        <dd>{{ what }}</dd>
      </template>
    </dl>
  </Dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr auto 1fr;
  gap: 8px 14px;
  margin: 0;
}
dd {
  margin: 0;
}
@media (max-width: 760px) {
  dl {
    grid-template-columns: auto 1fr;
  }
}
</style>
