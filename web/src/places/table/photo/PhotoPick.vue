<script setup lang="ts">
import { text } from '@/words/text/photo'

/** The two ways to a picture: the phone's camera, and a file. */
defineProps<{ again: boolean }>()
const emit = defineEmits<{ pick: [picture: File] }>()
function picked(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) emit('pick', file)
}
</script>

<template>
  <label class="p-button p-component" :class="{ 'p-button-outlined': again }"
    >{{ again ? text.anotherPhoto : text.takeAPhoto
    }}<input type="file" accept="image/*" capture="environment" class="visually-hidden" @change="picked"
  /></label>
  <label class="p-button p-component p-button-outlined"
    >{{ text.chooseAPicture }}<input type="file" accept="image/*" class="visually-hidden" @change="picked"
  /></label>
</template>

<style scoped>
label:focus-within {
  outline: 2px solid var(--mark);
  outline-offset: 2px;
}
</style>
