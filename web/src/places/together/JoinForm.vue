<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { answered, api, RefusedError, type Problem, type Room } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import ProblemList from '@/parts/ProblemList.vue'
import { keep, kept } from '@/session/kept'
import { useSession } from '@/session/session'
import { plainCode } from '@/words/code'
import { text } from '@/words/text/together'

/** Joining a board with its code, under a name. found : what is known of it, where its code came with the address. */
const props = defineProps<{ code: string; found: Room | null }>()
const emit = defineEmits<{ joined: [room: Room] }>()
const NAME = 'partita-guest-name'
const session = useSession()
const typed = ref(props.code)
const name = ref(kept(NAME) ?? session.username?.slice(0, 24) ?? '')
const busy = ref(false)
const { problems, guarded } = useGuarded()
const NONE: Problem = { where: '', what: text.noSuchBoard, accepted: text.lookAgain }

const join = () =>
  guarded(async () => {
    busy.value = true
    keep(NAME, name.value)
    const code = plainCode(typed.value)
    try {
      const body = { name: name.value.trim() }
      emit('joined', await answered(api.POST('/api/rooms/{code}/seat', { params: { path: { code } }, body })))
    } catch (error) {
      if (error instanceof RefusedError && error.status === 404) throw new RefusedError([NONE], 404)
      throw error
    } finally {
      busy.value = false
    }
  })
</script>

<template>
  <form class="sheet" @submit.prevent="join">
    <h1>{{ found?.title ?? text.joinABoard }}</h1>
    <p class="muted">{{ found ? text.boardOf(found.owner) : text.joinMeans }}</p>
    <label v-if="!found"
      >{{ text.code }}
      <InputText v-model="typed" required maxlength="12" autocomplete="off" autocapitalize="characters" fluid
    /></label>
    <label
      >{{ text.yourName }} <InputText v-model="name" required maxlength="24" autocomplete="nickname" fluid
    /></label>
    <ProblemList :problems="problems" />
    <Button type="submit" :label="text.join" :loading="busy" fluid />
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 12px;
  width: min(380px, 92vw);
  margin: 8vh auto 0;
  padding: 22px;
}
h1 {
  font-size: var(--text-2xl);
}
p {
  margin: 0;
}
label {
  display: grid;
  gap: 3px;
  font-weight: 600;
}
</style>
