<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import type { MenuEntry } from '@/parts/menu'
import MoreMenu from '@/parts/MoreMenu.vue'
import { useSession } from '@/session/session'
import { theme, turnLights } from './theme'
import { text } from '@/words/text/frame'

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
  { label: theme.value === 'day' ? text.hallLight : text.dayLight, act: turnLights },
  { label: text.help, act: () => router.push('/help') },
  { label: text.keys, key: '?', act: () => emit('keys') },
  { label: text.account, act: () => router.push('/account') },
  { label: text.signOut, act: leave },
])
</script>

<template>
  <MoreMenu :label="session.username ?? ''" :entries="entries" :title="text.lightHelpAccountSignOut" />
</template>
