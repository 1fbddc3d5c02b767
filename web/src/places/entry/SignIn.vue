<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { problemsOf, sentence, type Problem } from '@/api/client'
import { useSession } from '@/session/session'
import { text } from '@/words/text/entry'

const session = useSession()
const name = ref('')
const password = ref('')
const making = ref(false)
const shown = ref(false)
const busy = ref(false)
const problems = ref<Problem[]>([])

async function enter() {
  busy.value = true
  problems.value = []
  try {
    await (making.value ? session.register : session.signIn)(name.value, password.value)
  } catch (error) {
    problems.value = problemsOf(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="entry">
    <form class="sheet" @submit.prevent="enter">
      <h1>{{ text.partita }}</h1>
      <p class="muted">{{ text.whichShotWinsThisRack }}</p>
      <label for="name">{{ text.name }}</label>
      <InputText id="name" v-model="name" autocomplete="username" required fluid />
      <label for="password">{{ text.password }}</label>
      <InputText
        id="password"
        v-model="password"
        :type="shown ? 'text' : 'password'"
        :autocomplete="making ? 'new-password' : 'current-password'"
        :aria-describedby="making ? 'password-rule' : undefined"
        required
        fluid
      />
      <p v-if="making" id="password-rule" class="muted">
        {{ text.twelveLettersOrMoreThree }}
      </p>
      <label class="show"><input v-model="shown" type="checkbox" /> {{ text.showWhatIType }}</label>
      <p v-for="problem in problems" :key="problem.what" class="problem" role="alert">
        {{ sentence(problem) }}
      </p>
      <Button type="submit" :label="making ? text.makeTheAccount : text.signIn" :loading="busy" fluid />
      <Button
        type="button"
        variant="text"
        :label="making ? text.iHaveAnAccount : text.makeAnAccount"
        fluid
        @click="making = !making"
      />
      <a href="/b" class="join">{{ text.joinABoard }}</a>
    </form>
  </main>
</template>

<style scoped>
.join {
  color: var(--brass);
  font-weight: 600;
  text-align: center;
}
.entry {
  min-height: 100vh;
  display: grid;
  place-items: center;
  padding: 16px;
}
form {
  width: min(360px, 100%);
  padding: 28px 26px 18px;
  display: grid;
  gap: 7px;
}
h1 {
  font-size: var(--text-3xl);
}
p {
  margin: 0 0 8px;
}
label {
  font-weight: 600;
  margin-top: 4px;
}
.show {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 32px;
  font-weight: 400;
}
button {
  margin-top: 8px;
}
.problem {
  color: var(--foul);
  font-weight: 600;
}
</style>
