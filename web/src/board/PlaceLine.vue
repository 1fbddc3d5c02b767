<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import { useBoard } from './useBoard'
import { text } from '@/words/text/board'

/** Places by typing, one or several parted by semicolons; what may come next is offered below. */
const props = defineProps<{ say: (phrase: string) => Promise<boolean> }>()
const board = useBoard()
const phrase = ref('')
const found = ref<string[]>([])
const marked = ref(-1)
const field = ref<HTMLInputElement | null>(null)
let latest = 0

/** Only the last phrase is being typed; those before a semicolon stand. */
const parts = () => phrase.value.split(/(?<=[;·])\s*/)
/** What was found for an earlier wording may not fit what has been typed since. */
const offered = computed(() => {
  const typed = (parts().at(-1) ?? '').toLowerCase().replace(/\s+/g, ' ')
  return found.value.filter((completion) => completion.startsWith(typed) && completion !== typed)
})
const listed = computed(() => offered.value.length > 0)
async function complete() {
  const mine = ++latest
  marked.value = -1
  const typed = parts().at(-1) ?? ''
  if (!typed.trim()) return void (found.value = [])
  const { table, game, balls } = board.document
  const body = { table, game, balls, phrase: typed }
  const answer = await api.POST('/api/places/completions', { body }).catch(() => null)
  if (mine === latest) found.value = answer?.data ?? []
}
function take(completion: string) {
  phrase.value = [...parts().slice(0, -1), completion].join(' ')
  field.value?.focus()
  void complete()
}
function close() {
  latest += 1
  found.value = []
  marked.value = -1
}
async function enter() {
  const chosen = offered.value[marked.value]
  if (chosen) return take(chosen)
  close()
  if (phrase.value.trim() && (await props.say(phrase.value))) phrase.value = ''
}
function key(event: KeyboardEvent) {
  const count = offered.value.length
  if (event.key === 'Escape') {
    if (listed.value) close()
    else field.value?.blur()
  } else if (event.key === 'Tab' && listed.value && !event.shiftKey) {
    event.preventDefault()
    take(offered.value[Math.max(0, marked.value)] ?? phrase.value)
  } else if (['ArrowDown', 'ArrowUp'].includes(event.key) && count) {
    event.preventDefault()
    marked.value = (marked.value + (event.key === 'ArrowDown' ? 1 : -1) + count) % count
  }
}
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <form class="line" @submit.prevent="enter">
    <label class="visually-hidden" for="phrase">{{ text.placeABallByTyping }}</label>
    <input
      id="phrase"
      ref="field"
      v-model="phrase"
      role="combobox"
      aria-autocomplete="list"
      :aria-expanded="listed"
      aria-controls="phrases"
      :aria-activedescendant="marked >= 0 ? `phrase-${marked}` : undefined"
      :placeholder="text.placesExample"
      :title="text.typePlacesT"
      autocomplete="off"
      spellcheck="false"
      @input="complete"
      @keydown="key"
      @blur="close"
    />
    <ul v-show="listed" id="phrases" role="listbox" :aria-label="text.proposals" class="offered">
      <li
        v-for="(completion, i) in offered"
        :id="`phrase-${i}`"
        :key="completion"
        role="option"
        :aria-selected="i === marked"
        @pointerdown.prevent="take(completion)"
      >
        {{ completion }}
      </li>
    </ul>
  </form>
</template>

<style scoped>
.line {
  position: relative;
}
input {
  width: 100%;
  font: 400 var(--text-base) var(--sans);
  min-height: 36px;
  padding: 5px 11px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
}
input::placeholder {
  color: var(--muted);
  opacity: 1;
}
.offered {
  position: absolute;
  z-index: 5;
  left: 0;
  bottom: calc(100% + 4px);
  min-width: min(100%, 340px);
  margin: 0;
  padding: 5px;
  list-style: none;
  background: var(--sheet);
  border: 1px solid var(--muted);
  border-radius: var(--radius-md);
  font-size: var(--text-md);
}
li {
  padding: 4px 8px;
  border-radius: var(--radius-md);
  cursor: pointer;
}
li[aria-selected='true'],
li:hover {
  background: var(--tint);
}
@media (max-width: 760px) {
  li {
    padding: 9px 8px;
  }
}
</style>
