import { defineStore } from 'pinia'
import { ref } from 'vue'
import { answered, api, type Readiness } from '@/api/client'
import { createFollower } from '@/api/follow'

const EVERY_MS = 1000

/** How far the physics is on this machine; asked until all of it is there. */
export const useReadiness = defineStore('readiness', () => {
  const state = ref<Readiness | null>(null)
  const { follow } = createFollower()
  const look = () => answered(api.GET('/api/readiness'))
  async function watchIt() {
    state.value = await look()
    await follow(state.value, {
      look,
      isActive: (now) => !now.ready,
      take: (now) => (state.value = now),
      // Whoever asks something is told what is wrong; this line just waits.
      trouble: () => undefined,
      everyMs: EVERY_MS,
    })
  }
  return { state, watchIt }
})
