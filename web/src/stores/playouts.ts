import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api, type PlayOut } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { createFollower, isActive } from '@/api/follow'
import { useStudy } from './study'

const POLL_MS = 400
const isUnderWay = (line: PlayOut) => isActive(line)

/** Whole racks played out for the study on the screen: asked, followed, stopped. */
export const usePlayOuts = defineStore('playouts', () => {
  const study = useStudy()
  const lines = ref<PlayOut[]>([])
  const { problems, guarded } = useGuarded()
  const { follow, letGo } = createFollower()

  const running = computed(() => lines.value.some((line) => isUnderWay(line)))
  const progress = computed(() => {
    const [done, racks] = (['done', 'racks'] as const).map((key) =>
      lines.value.reduce((sum, line) => sum + line[key], 0),
    )
    return racks ? (done ?? 0) / racks : 0
  })

  const ask = (options: number[], racks: number) =>
    guarded(async () => {
      if (!study.study) return
      const path = { study_id: study.study.id }
      const body = { options, racks, freely: false }
      lines.value = await answered(api.POST('/api/studies/{study_id}/playouts', { params: { path }, body }))
      void followOn(study.study.id)
    })
  const stop = () =>
    guarded(async () => {
      for (const line of lines.value.filter(isUnderWay)) {
        const path = { playout_id: line.id }
        await answered(api.POST('/api/playouts/{playout_id}/stop', { params: { path } }))
      }
      if (study.study) lines.value = await newest(study.study.id)
    })
  async function newest(id: number): Promise<PlayOut[]> {
    const path = { study_id: id }
    const every = await answered(api.GET('/api/studies/{study_id}/playouts', { params: { path } }))
    // Of each line the newest; older ones stay in the study's record.
    const found = new Map(every.map((line) => [line.option, line]))
    return [...found.values()].sort((a, b) => (a.option ?? -1) - (b.option ?? -1))
  }
  const followOn = (id: number) =>
    follow(lines.value, {
      look: () => newest(id),
      isActive: (now) => now.some((line) => isUnderWay(line)),
      take: (now) => (lines.value = now),
      trouble: (found) => (problems.value = found),
      everyMs: POLL_MS,
    })

  watch([() => study.study?.id, () => study.study?.document?.settled], ([id, settled]) => {
    letGo()
    lines.value = []
    if (id && settled) void guarded(async () => (lines.value = await newest(id))).then(() => followOn(id))
  })

  return { lines, problems, running, progress, ask, stop }
})
