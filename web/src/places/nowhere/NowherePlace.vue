<script setup lang="ts">
import { useRoute } from 'vue-router'
import FrameActs from '@/frame/FrameActs.vue'
import { text } from '@/words/text/nowhere'

/** An address at which there is nothing: mistyped, or of a page that has gone. */
defineEmits<{ keys: [] }>()
const route = useRoute()
</script>

<template>
  <main class="nowhere">
    <header>
      <h1>{{ text.thereIsNoSuchPage }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <p>
      {{ text.nothingStandsAt }} <code>{{ route.path }}</code>{{ text.theAddressMayBeMistyped }}
    </p>
    <p>
      <RouterLink to="/">{{ text.goToTheTable }}</RouterLink>{{ text.orOpenAPageBy }}
    </p>
  </main>
</template>

<style scoped>
.nowhere {
  max-width: 640px;
  padding: 26px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: start;
  gap: 12px;
}
a {
  color: var(--brass);
}
code {
  overflow-wrap: anywhere;
}
</style>
