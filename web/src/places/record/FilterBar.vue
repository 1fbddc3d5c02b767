<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { GAMES } from '@/board/document'
import type { RecordKnown } from '@/api/client'
import { isFiltered, NOTHING, type Filters } from '@/stores/filters'
import { tableNamed } from '@/words/tables'
import { CHOICES, SHOTS } from './words'
import { text } from '@/words/text/record'

/** What the page is about: who, against whom, what, when; words find the rest. */
const props = defineProps<{ filters: Filters; known: RecordKnown | null }>()
const emit = defineEmits<{ choose: [filters: Filters] }>()
const words = ref(props.filters.words)
/** On a phone the choices are folded away until they are wanted. */
const open = ref(false)
const field = ref<HTMLInputElement | null>(null)
watch(
  () => props.filters.words,
  (now) => (words.value = now),
)
const set = (part: Partial<Filters>) => emit('choose', { ...props.filters, ...part })
/** Typing asks when it pauses. */
let pause: ReturnType<typeof setTimeout> | undefined
function type() {
  clearTimeout(pause)
  pause = setTimeout(() => set({ words: words.value.trim() }), 300)
}
const plain = (names: string[]) => names.map((name) => ({ key: name, name }))
const lists = computed(() => [
  { key: 'player' as const, label: text.player, all: text.allPlayers, options: plain(props.known?.players ?? []) },
  { key: 'opponent' as const, label: text.opponent, all: text.allOpponents, options: plain(props.known?.opponents ?? []) },
  { key: 'game' as const, label: text.game, all: text.allGames, options: GAMES.filter(({ key }) => props.known?.games.includes(key)) },
  { key: 'table' as const, label: text.table, all: text.allTables, options: (props.known?.tables ?? []).map((key) => ({ key, name: tableNamed(key) })) },
  { key: 'kind' as const, label: text.shots, all: text.allShots, options: SHOTS },
  { key: 'choice' as const, label: text.choices, all: text.allChoices, options: CHOICES },
]) // prettier-ignore
const value = (event: Event) => (event.target as HTMLInputElement).value
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <form class="filters" :class="{ open }" :aria-label="text.whatThePageIsAbout" @submit.prevent>
    <label v-for="list in lists" :key="list.key">
      <span class="visually-hidden">{{ list.label }}</span>
      <select :value="filters[list.key]" @change="set({ [list.key]: value($event) })">
        <option value="">{{ list.all }}</option>
        <option v-for="one in list.options" :key="one.key" :value="one.key">{{ one.name }}</option>
      </select>
    </label>
    <span class="days">
      <label
        >{{ text.from }} <input type="date" :value="filters.since" @change="set({ since: value($event) })"
      /></label>
      <label
        >{{ text.until }} <input type="date" :value="filters.until" @change="set({ until: value($event) })"
      /></label>
    </span>
    <label class="find">
      <span class="visually-hidden">{{ text.find }}</span>
      <input
        ref="field"
        v-model="words"
        type="search"
        :placeholder="text.findAShotAnEnding"
        maxlength="80"
        @input="type"
      />
    </label>
    <button type="button" class="fold" :aria-expanded="open" @click="open = !open">
      {{ open ? text.fewer : text.choose }}
    </button>
    <button v-if="isFiltered(filters)" type="button" @click="emit('choose', { ...NOTHING })">
      {{ text.showAll }}
    </button>
  </form>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
select,
input {
  min-height: 36px;
  max-width: 138px;
  padding: 3px 8px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
  font: 400 var(--text-md) var(--sans);
}
.days,
.days label {
  display: flex;
  align-items: center;
  gap: 6px;
  color: var(--muted);
}
.fold {
  display: none;
}
.find {
  flex: 1 1 210px;
}
.find input {
  width: 100%;
  max-width: none;
}
button {
  min-height: 36px;
  border: 0;
  background: none;
  color: var(--brass);
  font: 600 var(--text-md) var(--sans);
  cursor: pointer;
}
@media (max-width: 760px) {
  .filters {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  select,
  input {
    width: 100%;
    max-width: none;
    min-height: 44px;
  }
  .filters:not(.open) > :is(label:not(.find), .days) {
    display: none;
  }
  .fold {
    display: block;
    order: -1;
  }
  .find {
    order: -2;
  }
  .filters:not(.open) .find {
    grid-column: 1;
  }
  .open .find,
  .days {
    grid-column: 1 / -1;
  }
  .days label {
    flex: 1;
  }
}
</style>
