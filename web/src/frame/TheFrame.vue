<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useReadiness } from '@/session/readiness'
import { useSession } from '@/session/session'
import { announced } from '@/parts/announce'
import IndexTabs from './IndexTabs.vue'
import { useKeys } from './keys'
import { onDemand } from '@/parts/onDemand'
import { fetchAhead } from './opening'
import { pathOf, PLACES } from './places'
import ReadinessLine from './ReadinessLine.vue'
import { text } from '@/words/text/frame'

/** The scorebook: its tabs, and the page that is open; the other pages stay as they were left. */
const router = useRouter()
const route = useRoute()
const page = ref<HTMLElement | null>(null)
const toPage = () => page.value?.focus({ preventScroll: true })
// What had the focus may have gone with the page before.
watch(() => route.name, () => document.activeElement === document.body && toPage(), { flush: 'post' }) // prettier-ignore
const readiness = useReadiness()
const session = useSession()
const KeysSheet = onDemand(() => import('./KeysSheet.vue'))
const keys = ref(false)
const keysAsked = ref(false)
watch(keys, (now) => (keysAsked.value ||= now))
useKeys((event) => {
  if (event.ctrlKey || event.metaKey) return undefined
  if (event.key === '?') return () => (keys.value = true)
  const place = PLACES[Number(event.key) - 1]
  return place && (() => router.push(pathOf(place)))
})
watch(() => session.isAway, (away) => away || void readiness.watchIt().catch(() => undefined), { immediate: true }) // prettier-ignore
onMounted(() => fetchAhead(router))
</script>

<template>
  <div class="frame">
    <button type="button" class="skip" @click="toPage">{{ text.skipToThePage }}</button>
    <p class="visually-hidden" role="status">{{ announced }}</p>
    <IndexTabs />
    <div ref="page" class="page" tabindex="-1">
      <p v-if="session.isAway" class="away" role="status">
        {{ text.offline }}
      </p>
      <ReadinessLine />
      <RouterView v-slot="{ Component }">
        <KeepAlive><component :is="Component" @keys="keys = true" /></KeepAlive>
      </RouterView>
    </div>
    <KeysSheet v-if="keysAsked" :visible="keys" @close="keys = false" />
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
}
.page {
  min-width: 0;
  outline: 0;
}
/* The page goes on with what was kept. */
.away {
  margin: 0;
  padding: 5px 16px;
  background: var(--tint);
  border-bottom: 1px solid var(--hairline);
}
/* In sight when it has the focus: the first stop of the Tab key. */
.skip {
  position: fixed;
  top: 6px;
  left: 6px;
  z-index: 20;
  padding: 10px 14px;
  border: 2px solid var(--brass);
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
.skip:not(:focus) {
  translate: 0 -200%;
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
