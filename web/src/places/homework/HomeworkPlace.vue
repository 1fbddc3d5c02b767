<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import ProblemList from '@/parts/ProblemList.vue'
import { keep, kept } from '@/session/kept'
import { useSession } from '@/session/session'
import { decimal } from '@/words/numbers'
import { text } from '@/words/text/lessons'
import AnswerForm from './AnswerForm.vue'
import OpenedCard from './OpenedCard.vue'
import { useHomework } from './useHomework'

/** A lesson for who works it through, signed in or not: answered one position after another, then what it came to. */
defineEmits<{ keys: [] }>()
const NAME = 'partita-guest-name'
const route = useRoute()
const session = useSession()
const work = useHomework()
const { homework, problems, busy, at, positions, position, isOver, opened } = work
const name = ref(kept(NAME) ?? session.username?.slice(0, 24) ?? '')
const key = computed(() => (typeof route.params['key'] === 'string' ? route.params['key'] : ''))
const open = () => {
  if (route.name === 'homework' && key.value) void work.open(key.value)
}
watch([() => route.fullPath, () => session.username], open, { immediate: true })
watch(homework, (now) => now && (document.title = now.title))
async function begin() {
  keep(NAME, name.value)
  await work.begin(name.value.trim() || 'student')
}
const right = computed(() => opened.value.filter((one) => one.right).length)
const cost = computed(() => opened.value.reduce((sum, one) => sum + (one.cost ?? 0), 0))
const hasCost = computed(() => opened.value.some((one) => one.cost !== null))
</script>

<template>
  <main>
    <p v-if="busy && !homework" class="muted" role="status">{{ text.opening }}</p>
    <header v-if="homework">
      <h1>{{ homework.title }}</h1>
      <span v-if="position" class="muted">{{ text.positionOf(at + 1, homework.count) }}</span>
    </header>
    <ProblemList :problems="problems" />
    <Button v-if="!homework && !busy" class="own" variant="outlined" :label="text.tryAgain" @click="open" />
    <form v-if="homework && homework.name === null" class="sheet" @submit.prevent="begin">
      <p v-if="homework.by" class="muted">{{ text.fromCoach(homework.by) }}</p>
      <p v-if="homework.says" class="says">{{ homework.says }}</p>
      <p>{{ text.positionsCounted(homework.count) }}. {{ text.coachSees }}</p>
      <label v-if="homework.needs_name"
        >{{ text.yourName }} <InputText v-model="name" required maxlength="24" autocomplete="nickname" fluid
      /></label>
      <Button type="submit" :label="text.begin" :loading="busy" />
    </form>
    <template v-else-if="position">
      <h2 v-if="position.name">{{ position.name }}</h2>
      <OpenedCard v-if="position.opened" :key="at" :position="position">
        <Button
          :label="at + 1 < positions.length ? text.next : text.seeTheEnd"
          class="own"
          @click="at += 1"
        />
      </OpenedCard>
      <AnswerForm v-else :key="at" :position="position" :busy="busy" @answer="work.answer" />
    </template>
    <section v-else-if="isOver" class="sheet end" aria-labelledby="the-end">
      <h2 id="the-end">{{ text.theEnd }}</h2>
      <p>
        <b>{{ text.rightCount(right, positions.length) }}.</b>
        <template v-if="hasCost"> {{ text.costInAll(decimal(100 * cost)) }}</template>
      </p>
      <ol>
        <li v-for="(one, k) in positions" :key="k">
          <button type="button" :aria-label="text.look(k + 1)" @click="at = k">
            <b :class="one.opened?.judged.right ? 'right' : 'wrong'">{{
              one.opened?.judged.right ? '✓' : '✗'
            }}</b>
            {{ k + 1 }}. {{ one.name || one.question }}
            <span class="muted">{{ one.opened?.judged.answered }}</span>
          </button>
        </li>
      </ol>
      <p class="muted">{{ text.coachSees }}</p>
    </section>
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: 10px;
  padding: 18px 16px 80px;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
}
h1 {
  flex: 1;
  font-size: var(--text-2xl);
}
h2 {
  font-size: var(--text-lg);
}
p {
  margin: 0;
}
form,
.end {
  display: grid;
  gap: 12px;
  width: min(480px, 94vw);
  padding: 18px;
}
.says {
  white-space: pre-line;
}
label {
  display: grid;
  gap: 3px;
  font-weight: 600;
}
.own {
  justify-self: start;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.end button {
  width: 100%;
  min-height: 44px;
  border: 0;
  border-bottom: 1px solid var(--hairline);
  background: none;
  color: var(--ink);
  font: 500 var(--text-md) var(--sans);
  text-align: left;
  cursor: pointer;
}
.right {
  color: var(--shape);
}
.wrong {
  color: var(--foul);
}
@media (max-width: 760px) {
  main {
    padding: 10px 12px 80px;
  }
  h1 {
    font-size: var(--text-xl);
  }
}
</style>
