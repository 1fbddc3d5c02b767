<script setup lang="ts">
import { defineAsyncComponent, onMounted, ref } from 'vue'
import Button from 'primevue/button'
import './frame/theme'
import SignIn from './places/entry/SignIn.vue'
import { useSession } from './session/session'
import { sentence, problemsOf, type Problem } from './api/client'

const session = useSession()
// The sign-in form does without the scorebook's script.
const TheFrame = defineAsyncComponent(() => import('./frame/TheFrame.vue'))
const problems = ref<Problem[]>([])

async function open() {
  problems.value = []
  try {
    await session.open()
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
onMounted(open)
</script>

<template>
  <TheFrame v-if="session.username" />
  <SignIn v-else-if="session.known" />
  <main v-else class="opening">
    <template v-if="problems.length">
      <p v-for="problem in problems" :key="problem.what" role="alert">{{ sentence(problem) }}</p>
      <Button label="Try again" @click="open" />
    </template>
    <p v-else>Opening the scorebook …</p>
  </main>
</template>

<style scoped>
.opening {
  min-height: 100vh;
  display: grid;
  place-content: center;
  justify-items: center;
  gap: 12px;
}
</style>
