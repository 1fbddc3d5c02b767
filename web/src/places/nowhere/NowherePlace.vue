<script setup lang="ts">
import { useRoute } from 'vue-router'
import FrameActs from '@/frame/FrameActs.vue'

/** An address at which there is nothing: mistyped, or of a page that has gone. */
defineEmits<{ keys: [] }>()
const route = useRoute()
</script>

<template>
  <main class="nowhere">
    <header>
      <h1>There is no such page</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <p>
      Nothing stands at <code>{{ route.path }}</code>. The address may be mistyped, or what stood there was
      deleted.
    </p>
    <p><RouterLink to="/">Go to the Table</RouterLink>, or open a page by its tab.</p>
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
code {
  overflow-wrap: anywhere;
}
</style>
