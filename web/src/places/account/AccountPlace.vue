<script setup lang="ts">
import FrameActs from '@/frame/FrameActs.vue'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import { speak } from '@/session/language'
import { useSession } from '@/session/session'
import { LANGUAGES, language } from '@/words/language'
import { text } from '@/words/text/account'
import AccountCard from './AccountCard.vue'
import HallsCard from './HallsCard.vue'
import LinksCard from './LinksCard.vue'

/** One's account: its language, its password, all of it as one file, and its end. */
const languages = Object.entries(LANGUAGES).map(([key, name]) => ({ key, name }))
defineEmits<{ keys: [] }>()
const session = useSession()
</script>

<template>
  <main class="card">
    <header>
      <h1>{{ session.username }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <section class="sheet" :aria-label="text.language">
      <h2>{{ text.language }}</h2>
      <ChoiceChips :label="text.language" :options="languages" :value="language" @choose="speak" />
      <p class="muted">{{ text.languageMeans }}</p>
    </section>
    <LinksCard />
    <HallsCard />
    <AccountCard />
  </main>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="@/design/card-page.css"></style>
