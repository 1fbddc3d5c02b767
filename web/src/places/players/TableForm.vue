<script setup lang="ts">
import { computed, onMounted, reactive, ref } from 'vue'
import type { TableChoice, TableIn } from '@/api/client'
import { STANDARD_TABLES } from '@/words/tables'
import { useSession } from '@/session/session'
import FormShell from './FormShell.vue'
import { fieldsOf, nameOfCopy } from './words'
import { text } from '@/words/text/players'

/** A table: a standard size, and what its cloth, cushions and pockets are like. */
const props = defineProps<{ from: TableChoice; isNew: boolean }>()
const emit = defineEmits<{ save: [table: TableIn]; close: [] }>()
const session = useSession()
const fields = reactive(fieldsOf(props.from))
if (props.isNew) {
  const names = session.tables.map((table) => table.name)
  fields.name = props.from.own ? nameOfCopy(props.from.name, names) : ''
}
const LIKE = [
  { key: 'cloth', name: text.cloth, words: ['slow', 'standard', 'fast'], says: text.howFarABallRolls },
  {
    key: 'cushions',
    name: text.cushions,
    words: ['dull', 'standard', 'lively'],
    says: text.howMuchSpeedABall,
  },
  {
    key: 'pockets',
    name: text.pockets,
    words: ['tight', 'standard', 'loose'],
    says: text.howWideTheMouthsAre,
  },
  { key: 'jump_cues', name: text.jumpCues, words: ['allowed', 'forbidden'], says: text.askTheHall },
] as const
const canSave = computed(() => fields.name.trim().length > 0)
const field = ref<HTMLInputElement | null>(null)
onMounted(() => field.value?.focus())
</script>

<template>
  <FormShell
    :title="isNew ? text.newTable : text.changeTitle(from.name)"
    :can-save="canSave"
    @save="emit('save', { ...fields, name: fields.name.trim() })"
    @close="emit('close')"
  >
    <label
      >{{ text.name }} <input ref="field" v-model="fields.name" maxlength="60" autocomplete="off"
    /></label>
    <label
      >{{ text.size }}
      <select v-model="fields.base">
        <option v-for="(words, key) in STANDARD_TABLES" :key="key" :value="key">{{ words }}</option>
      </select>
    </label>
    <label v-for="part in LIKE" :key="part.key"
      >{{ part.name }}
      <select v-model="fields[part.key]">
        <option v-for="word in part.words" :key="word" :value="word">{{ word }}</option>
      </select>
      <span class="muted">{{ part.says }}</span>
    </label>
  </FormShell>
</template>
