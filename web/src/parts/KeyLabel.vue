<script setup lang="ts">
import { computed } from 'vue'

/** A control's label with the letter that is its key underlined. */
const props = defineProps<{ label: string; letter: string }>()
const at = computed(() => props.label.toLowerCase().indexOf(props.letter.toLowerCase()))
</script>

<template>
  <span
    >{{ label.slice(0, at) }}<u>{{ label.slice(at, at + 1) }}</u
    >{{ label.slice(at + 1) }}</span
  >
</template>

<style scoped>
u {
  text-decoration-thickness: 1px;
  text-underline-offset: 3px;
}
</style>
