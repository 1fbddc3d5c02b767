<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useReadiness } from '@/session/readiness'
import IndexTabs from './IndexTabs.vue'
import KeysSheet from './KeysSheet.vue'
import { useKeys } from './keys'
import { pathOf, PLACES } from './places'
import ReadinessLine from './ReadinessLine.vue'

/** The scorebook: its tabs, and the page that is open; the other pages stay as they were left. */
const router = useRouter()
const readiness = useReadiness()
const keys = ref(false)
useKeys((event) => {
  if (event.ctrlKey || event.metaKey) return undefined
  if (event.key === '?') return () => (keys.value = true)
  const place = PLACES[Number(event.key) - 1]
  return place && (() => router.push(pathOf(place)))
})
onMounted(() => void readiness.watchIt())
</script>

<template>
  <div class="frame">
    <IndexTabs />
    <div class="page">
      <ReadinessLine />
      <RouterView v-slot="{ Component }">
        <KeepAlive><component :is="Component" @keys="keys = true" /></KeepAlive>
      </RouterView>
    </div>
    <KeysSheet :visible="keys" @close="keys = false" />
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
}
.page {
  min-width: 0;
}
@media (max-width: 760px) {
  .frame {
    grid-template-columns: minmax(0, 1fr);
    padding-bottom: 48px;
  }
}
@media print {
  .frame {
    display: block;
  }
}
</style>
