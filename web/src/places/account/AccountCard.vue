<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answered, api } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import ImportLine from '@/parts/ImportLine.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { useSession } from '@/session/session'
import { useImport } from '@/stores/imports'
import { text } from '@/words/text/account'

/** One's account: everything of it as one file, out and in; another password; and its end. */
const session = useSession()
const router = useRouter()
const { problems, guarded } = useGuarded()
const whole = ref<HTMLInputElement | null>(null)
const brought = ref<Record<string, number> | null>(null)
/** What is being done that asks for the password. */
const doing = ref<'password' | 'leave' | null>(null)
const password = ref('')
const fresh = ref('')
const isChanged = ref(false)
function begin(what: typeof doing.value) {
  doing.value = what
  password.value = fresh.value = ''
  isChanged.value = false
  problems.value = []
}
const change = () =>
  guarded(async () => {
    await session.changePassword(password.value, fresh.value)
    begin(null)
    isChanged.value = true
  })
const back = useImport(async (found) => {
  brought.value = found.new
  await Promise.all([session.loadPlayers(), session.loadTables()])
})
async function bringBack() {
  const chosen = whole.value?.files?.[0]
  if (whole.value) whole.value.value = ''
  brought.value = null
  if (chosen) await back.take(chosen, { what: 'account' })
}
const { running, share, waits } = back
const leave = () =>
  guarded(async () => {
    await answered(api.POST('/api/account/delete', { body: { password: password.value } }))
    await router.push('/')
    window.location.assign('/')
  })
const PARTS: [string, string][] = [
  ['players', 'players'],
  ['tables', 'tables'],
  ['attempts', 'attempts'],
  ['layouts', 'layouts'],
  ['studies', 'studies'],
  ['matches', 'matches'],
  ['decisions', text.decisionsOfNoMatch],
  ['sittings', text.sittingsAtDrills],
  ['rounds', text.roundsOfTheQuiz],
  ['halls', text.hallsLearned],
]
const broughtWords = computed(() => {
  const found = brought.value
  if (!found) return ''
  const parts = PARTS.filter(([key]) => found[key]).map(([key, name]) => `${found[key]} ${name}`)
  return parts.length ? text.broughtBack(parts.join(', ')) : text.nothingNew
})
</script>

<template>
  <section class="sheet" :aria-label="text.myAccount">
    <h2>{{ text.myAccount }}</h2>
    <ProblemList :problems="[...problems, ...back.problems.value]" />
    <ImportLine v-if="running" :share="share" :waits="waits" @stop="back.stop" />
    <p>
      <a class="link" href="/api/account/file" download>{{ text.takeAway }}</a>
      <span class="muted"> {{ text.whatIsTakenAway }}</span>
    </p>
    <p>
      <button type="button" @click="whole?.click()">{{ text.bringBack }}</button>
      <input
        ref="whole"
        type="file"
        accept=".json,application/json"
        class="visually-hidden"
        tabindex="-1"
        :aria-label="text.aFileOfAnAccount"
        @change="bringBack"
      />
      <span v-if="broughtWords" role="status"> {{ broughtWords }}</span>
    </p>
    <p v-if="!doing" class="choices">
      <button type="button" @click="begin('password')">{{ text.otherPasswordOpens }}</button>
      <button type="button" class="goodbye" @click="begin('leave')">{{ text.deletionOpens }}</button>
      <span v-if="isChanged" role="status">{{ text.passwordChanged }}</span>
    </p>
    <form
      v-else-if="doing === 'password'"
      class="choices"
      :aria-label="text.anotherPassword"
      @submit.prevent="change"
    >
      <label
        >{{ text.passwordNow }}
        <input v-model="password" type="password" autocomplete="current-password" maxlength="200"
      /></label>
      <label
        >{{ text.newPassword }}
        <input v-model="fresh" type="password" autocomplete="new-password" maxlength="200"
      /></label>
      <span class="muted">{{ text.passwordLength }}</span>
      <button type="submit" class="main" :disabled="!password || !fresh">{{ text.changeIt }}</button>
      <button type="button" @click="begin(null)">{{ text.keepIt }}</button>
    </form>
    <form v-else class="choices" :aria-label="text.deleteMyAccount" @submit.prevent="leave">
      <p>{{ text.allGoes(session.username ?? '') }}</p>
      <label
        >{{ text.password }}
        <input v-model="password" type="password" autocomplete="current-password" maxlength="200"
      /></label>
      <button type="submit" class="goodbye" :disabled="!password">{{ text.deleteForGood }}</button>
      <button type="button" @click="begin(null)">{{ text.keepIt }}</button>
    </form>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.link {
  padding: 0;
}
.goodbye {
  color: var(--foul);
}
</style>
