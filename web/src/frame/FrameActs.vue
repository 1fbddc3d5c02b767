<script setup lang="ts">
import Button from 'primevue/button'
import { useSession } from '@/session/session'
import { theme, turnLights } from './theme'

/** What every page has in its head: the light, the sheet of keys, and the way out. */
defineEmits<{ keys: [] }>()
const session = useSession()
async function leave() {
  await session.signOut()
  // A fresh page: nothing of this account stays in memory for the next one.
  window.location.assign('/')
}
</script>

<template>
  <Button
    :label="theme === 'day' ? 'Hall light' : 'Day light'"
    variant="text"
    size="small"
    @click="turnLights"
  />
  <Button label="?" variant="text" size="small" aria-label="Keys" @click="$emit('keys')" />
  <Button label="Sign out" variant="text" size="small" @click="leave" />
</template>
