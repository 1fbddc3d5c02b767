<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { ref } from 'vue'

const props = defineProps<{ words: string; say: (phrase: string) => Promise<boolean> }>()
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
      placeholder="3 at 5, 1.5  ·  9 on the foot spot  ·  4 frozen to the near long rail at 3  ·  6 off"
      autocomplete="off"
      spellcheck="false"
      fluid
      @keydown.esc="field?.$el.blur()"
    />
    <p class="words" :class="{ quiet: !words }" aria-live="polite">
      {{ words || 'Places in diamonds: 0–8 from the head, 0–4 from the near rail.' }}
    </p>
  </form>
</template>

<style scoped>
.words {
  margin: 4px 2px 0;
  font-size: 13px;
  font-weight: 600;
}
.quiet {
  color: var(--muted);
  font-weight: 400;
}
</style>
