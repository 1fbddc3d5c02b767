<script setup lang="ts">
import { computed } from 'vue'

/** A control's label with the letter that is its key underlined; a key that is no letter of it stands beside it. */
const props = defineProps<{ label: string; letter: string }>()
const at = computed(() => props.label.toLowerCase().indexOf(props.letter.toLowerCase()))
</script>

<template>
  <span v-if="at < 0" class="keyed"
    >{{ label }} <kbd aria-hidden="true">{{ letter }}</kbd></span
  >
  <span v-else class="keyed"
    >{{ label.slice(0, at) }}<u>{{ label.slice(at, at + 1) }}</u
    >{{ label.slice(at + 1) }}</span
  >
</template>

<style scoped>
kbd {
  margin-left: 2px;
  color: var(--ink);
  opacity: 0.75;
}
/* Without a keyboard, or without letters as keys, none is shown. */
:global([data-letters='off'] .keyed u) {
  text-decoration: none;
}
:global([data-letters='off'] .keyed kbd) {
  display: none;
}
@media (hover: none) {
  kbd {
    display: none;
  }
}
u {
  text-decoration-thickness: 1px;
  text-underline-offset: 3px;
}
</style>
