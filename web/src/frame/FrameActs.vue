<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import type { MenuEntry } from '@/parts/menu'
import MoreMenu from '@/parts/MoreMenu.vue'
import { useSession } from '@/session/session'
import { theme, turnLights } from './theme'

/** What every page has in its head: help, and behind the account's name the light, the account and the way out. */
const emit = defineEmits<{ keys: [] }>()
const session = useSession()
const router = useRouter()
async function leave() {
  await session.signOut()
  // A fresh page: nothing of this account stays in memory for the next one.
  window.location.assign('/')
}
const entries = computed<MenuEntry[]>(() => [
  { label: theme.value === 'day' ? 'Hall light' : 'Day light', act: turnLights },
  { label: 'Help', act: () => router.push('/help') },
  { label: 'Keys', key: '?', act: () => emit('keys') },
  { label: 'Account', act: () => router.push('/account') },
  { label: 'Sign out', act: leave },
])
</script>

<template>
  <Button label="?" variant="text" size="small" class="keys" aria-label="Keys" @click="$emit('keys')" />
  <MoreMenu :label="session.username ?? ''" :entries="entries" title="Light, help, account, sign out" />
</template>

<style scoped>
@media (max-width: 760px) {
  .keys {
    display: none;
  }
}
</style>
