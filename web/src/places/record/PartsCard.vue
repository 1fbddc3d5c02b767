<script setup lang="ts">
import { computed } from 'vue'
import type { SeasonPart } from '@/api/client'
import { capital } from '@/shots/words'
import { text } from '@/words/text/record'
import { decimal } from '@/words/numbers'

/** What each kind comes to in a hundred decisions, with its interval; those that cannot be told apart are marked so. */
const props = defineProps<{ title: string; about: string; says: string; parts: SeasonPart[]; none: string }>()
const emit = defineEmits<{ choose: [kind: string] }>()
const least = computed(() => Math.min(0, ...props.parts.map((one) => one.racks - one.half)))
const most = computed(() => Math.max(0.1, ...props.parts.map((one) => one.racks + one.half)))
const at = (racks: number) => `${(100 * (racks - least.value)) / (most.value - least.value)}%`
const wide = (from: number, to: number) => ({
  left: at(Math.min(from, to)),
  width: `${(100 * Math.abs(to - from)) / (most.value - least.value)}%`,
})
const several = computed(() => props.parts.filter((one) => one.first && one.racks > 0).length > 1)
</script>

<template>
  <section class="sheet" :aria-label="title">
    <h2>{{ title }}</h2>
    <p class="muted small">{{ about }}</p>
    <p v-if="parts.length">
      <b>{{ says }}</b>
    </p>
    <p v-else class="muted">{{ none }}</p>
    <table v-if="parts.length">
      <thead>
        <tr>
          <th scope="col">{{ text.kind }}</th>
          <th scope="col" class="wide">{{ text.racksInAHundredDecisions }}</th>
          <th scope="col">{{ text.decisions }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in parts" :key="one.kind">
          <th scope="row">
            <button
              type="button"
              :title="text.showTheseDecisions(one.count)"
              @click="emit('choose', one.kind)"
            >
              {{ capital(one.words) }}
            </button>
            <span v-if="one.first && one.racks > 0" class="first">{{
              several ? text.aboutDearest : text.dearest
            }}</span>
          </th>
          <td>
            <div class="track" aria-hidden="true">
              <i class="zero" :style="{ left: at(0) }" />
              <i class="value" :style="wide(0, one.racks)" />
              <i class="half" :style="wide(one.racks - one.half, one.racks + one.half)" />
            </div>
            {{ decimal(one.racks) }} ± {{ decimal(one.half) }}
          </td>
          <td>{{ one.count }}</td>
        </tr>
      </tbody>
    </table>
    <slot />
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="@/design/track.css"></style>
<style scoped>
.wide {
  width: 42%;
}
.first {
  display: inline-block;
  margin-left: 8px;
  padding: 0 8px;
  border: 1px solid var(--brass);
  border-radius: var(--radius-md);
  color: var(--brass);
  font-size: var(--text-xs);
  white-space: nowrap;
}
th button {
  min-height: 0;
  padding: 0;
  text-align: left;
  color: var(--ink);
  font-weight: 500;
  text-decoration: underline;
  text-decoration-color: var(--hairline);
  text-underline-offset: 3px;
}
@media (max-width: 760px) {
  th button {
    min-height: 32px;
  }
}
</style>
