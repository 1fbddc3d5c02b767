<script setup lang="ts">
import { computed, defineAsyncComponent, h, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import Button from 'primevue/button'
import './frame/theme'
import SignIn from './places/entry/SignIn.vue'
import { useSession } from './session/session'
import { sentence, problemsOf, type Problem } from './api/client'
import { text } from '@/words/text/frame'

/** As the page says before any script is there. */
const OPENING = text.openingTheScorebook
const session = useSession()
const route = useRoute()
const router = useRouter()
/** A page for whoever has its address: as the router will say, before it has got there. */
const isOpen = computed(() => {
  const there = route.matched.length ? route : router.resolve(window.location.pathname)
  return session.known && !!there.meta.open
})
// The sign-in form does without the scorebook's script.
const TheFrame = defineAsyncComponent({
  loader: () => import('./frame/TheFrame.vue'),
  loadingComponent: { render: () => h('main', { class: 'opening' }, OPENING) },
  delay: 0,
})
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
  <RouterView v-else-if="isOpen" />
  <SignIn v-else-if="session.known" />
  <main v-else class="opening">
    <template v-if="problems.length">
      <p v-for="problem in problems" :key="problem.what" role="alert">{{ sentence(problem) }}</p>
      <Button :label="text.tryAgain" @click="open" />
    </template>
    <p v-else>{{ OPENING }}</p>
  </main>
</template>
