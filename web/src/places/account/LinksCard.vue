<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { answered, api, type LinkLine } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import ProblemList from '@/parts/ProblemList.vue'
import { dayWords } from '@/words/days'
import { text } from '@/words/text/links'

/** The links that were given away, each with its end. */
const links = ref<LinkLine[]>([])
const isKnown = ref(false)
const { problems, guarded } = useGuarded()
const load = () =>
  guarded(async () => {
    links.value = await answered(api.GET('/api/links'))
    isKnown.value = true
  })
const end = (id: number) =>
  guarded(async () => {
    const ended = await answered(api.POST('/api/links/{link_id}/end', { params: { path: { link_id: id } } }))
    links.value = links.value.map((link) => (link.id === id ? ended : link))
  })
function about(link: LinkLine): string {
  const until = link.has_ended ? text.ended : link.expires ? text.until(dayWords(link.expires)) : ''
  return [text.kinds[link.kind], text.made(dayWords(link.created)), until].filter(Boolean).join(' · ')
}
onMounted(load)
</script>

<template>
  <section class="sheet" :aria-label="text.linksGivenAway">
    <h2>{{ text.linksGivenAway }}</h2>
    <ProblemList :problems="problems" />
    <p v-if="isKnown && !links.length" class="muted">{{ text.noneYet }}</p>
    <ul v-else class="lines">
      <li v-for="link in links" :key="link.id">
        <b>{{ link.title }}</b> <span class="muted">{{ about(link) }}</span>
        <button
          v-if="!link.has_ended"
          type="button"
          :aria-label="text.endLinkTo(link.title)"
          @click="end(link.id)"
        >
          {{ text.end }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="./lines.css"></style>
