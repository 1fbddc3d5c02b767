<script setup lang="ts">
import FrameActs from '@/frame/FrameActs.vue'
import { useSession } from '@/session/session'
import AccountCard from './AccountCard.vue'

/** One's account: its password, all of it as one file, and its end. */
defineEmits<{ keys: [] }>()
const session = useSession()
</script>

<template>
  <main class="card">
    <header>
      <h1>{{ session.username }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <AccountCard />
  </main>
</template>

<style scoped src="@/design/card-page.css"></style>
