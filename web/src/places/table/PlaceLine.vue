<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { ref } from 'vue'

const props = defineProps<{ say: (phrase: string) => Promise<boolean> }>()
const phrase = ref('')
const field = ref<{ $el: HTMLInputElement } | null>(null)

async function enter() {
  if (phrase.value.trim() && (await props.say(phrase.value))) phrase.value = ''
}
defineExpose({ focus: () => field.value?.$el.focus() })
</script>

<template>
  <form class="line" @submit.prevent="enter">
    <label class="visually-hidden" for="phrase">Place a ball by typing</label>
    <InputText
      id="phrase"
      ref="field"
      v-model="phrase"
      placeholder="3 at 5, 1.5;  9 on the foot spot;  4 frozen to the near long rail at 3;  6 off"
      autocomplete="off"
      spellcheck="false"
      fluid
      @keydown.esc="field?.$el.blur()"
    />
  </form>
</template>
