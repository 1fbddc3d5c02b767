<script setup lang="ts">
import Button from 'primevue/button'
import Select from 'primevue/select'
import { computed } from 'vue'
import { ballName } from '@/drawing/balls'
import { text } from '@/words/text/photo'
import type { Ball } from './mended'

/** What was read of a photo as a list: what is to be looked at first; the chosen one is renamed, confirmed, taken away. */
const props = defineProps<{
  balls: Ball[]
  chosen: number | null
  notFound: string[]
  all: readonly string[]
}>()
const adding = defineModel<string | null>('adding', { required: true })
const emit = defineEmits<{
  choose: [place: number]
  rename: [place: number, name: string]
  confirm: [place: number]
  remove: [place: number]
  put: [name: string]
}>()
/** A key has nothing to press in the picture with: the ball is put in, and arrow keys shift it. */
function add(name: string, { detail }: MouseEvent) {
  if (detail === 0) emit('put', name)
  else adding.value = adding.value === name ? null : name
}
const listed = computed(() =>
  props.balls
    .map((ball, place) => ({ ball, place }))
    .sort((one, other) => Number(one.ball.isSure) - Number(other.ball.isSure)),
)
const names = computed(() => props.all.map((name) => ({ name, label: ballName(name) })))
</script>

<template>
  <ul class="found" :aria-label="text.ballsFound">
    <li v-for="{ ball, place } in listed" :key="place">
      <Button
        size="small"
        :variant="place === chosen ? undefined : ball.isSure ? 'text' : 'outlined'"
        :label="ballName(ball.name) + (ball.isSure ? '' : ' ?')"
        :aria-pressed="place === chosen"
        @click="emit('choose', place)"
      />
    </li>
  </ul>
  <div v-if="chosen !== null && balls[chosen]" class="one">
    <p v-if="balls[chosen]!.words" class="muted">{{ balls[chosen]!.words }}</p>
    <label
      >{{ text.itIs }}
      <Select
        :model-value="balls[chosen]!.name"
        :options="names"
        option-label="label"
        option-value="name"
        :aria-label="text.itIs"
        @update:model-value="emit('rename', chosen, $event as string)"
    /></label>
    <Button
      v-if="!balls[chosen]!.isSure"
      size="small"
      :label="text.thatIsRight"
      @click="emit('confirm', chosen)"
    />
    <Button size="small" variant="outlined" :label="text.noBall" @click="emit('remove', chosen)" />
  </div>
  <div v-if="notFound.length" class="missing">
    <span class="muted">{{ text.notFound }}</span>
    <Button
      v-for="name in notFound"
      :key="name"
      size="small"
      :variant="adding === name ? undefined : 'text'"
      :label="ballName(name)"
      :aria-pressed="adding === name"
      @click="add(name, $event)"
    />
  </div>
  <p v-if="adding" role="status" class="muted">{{ text.pressWhere(ballName(adding)) }}</p>
</template>

<style scoped>
.found {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  list-style: none;
  margin: 0;
  padding: 0;
}
.one,
.missing {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
}
.p-select :deep(.p-select-label) {
  display: flex;
  align-items: center;
}
.one p {
  flex-basis: 100%;
  margin: 0;
}
label {
  display: flex;
  align-items: center;
  gap: 8px;
  font-weight: 600;
  font-size: var(--text-sm);
}
p {
  margin: 0;
}
</style>
