import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api, type PlayOut } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { useStudy } from './study'

const POLL_MS = 400
const ACTIVE = ['queued', 'running']

/** Whole racks played out for the study on the screen: asked, followed, stopped. */
export const usePlayOuts = defineStore('playouts', () => {
  const study = useStudy()
  const lines = ref<PlayOut[]>([])
  const { problems, guarded } = useGuarded()
  let follow = 0

  const running = computed(() => lines.value.some((line) => ACTIVE.includes(line.status)))
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
      void poll(++follow)
    })
  const stop = () =>
    guarded(async () => {
      for (const line of lines.value.filter((l) => ACTIVE.includes(l.status))) {
        const path = { playout_id: line.id }
        await answered(api.POST('/api/playouts/{playout_id}/stop', { params: { path } }))
      }
      await look()
    })
  async function look() {
    if (!study.study) return
    const path = { study_id: study.study.id }
    const every = await answered(api.GET('/api/studies/{study_id}/playouts', { params: { path } }))
    // Of each line the newest; older ones stay in the study's record.
    const newest = new Map(every.map((line) => [line.option, line]))
    lines.value = [...newest.values()].sort((a, b) => (a.option ?? -1) - (b.option ?? -1))
  }
  async function poll(mine: number) {
    while (mine === follow && running.value) {
      await new Promise((wake) => setTimeout(wake, POLL_MS))
      if (mine === follow) await guarded(look)
      if (problems.value.length) await new Promise((wake) => setTimeout(wake, 1500))
    }
  }

  watch([() => study.study?.id, () => study.study?.document?.settled], ([id, settled]) => {
    const mine = ++follow
    lines.value = []
    if (id && settled) void guarded(look).then(() => poll(mine))
  })

  return { lines, problems, running, progress, ask, stop }
})
