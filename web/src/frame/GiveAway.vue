<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref, watch } from 'vue'
import { answered, api, type LinkIn } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import type { LayoutDocument } from '@/board/document'
import ProblemList from '@/parts/ProblemList.vue'
import { text } from '@/words/text/links'

/**
 * Something given away by a link; its address is told once, and can be scanned.
 * whole : what was worked out, by its number; document : the balls as they lie, alone or to choose beside it
 */
const props = defineProps<{
  whole: Partial<LinkIn> | null
  document: LayoutDocument | null
  title: string
}>()
const LASTS = { '7': text.aWeek, '1': text.aDay, '30': text.aMonth, '': text.untilIEndIt }
const { problems, guarded } = useGuarded()
const withAnswer = ref(true)
const by = ref('')
const days = ref('7')
const busy = ref(false)
const made = ref<{ address: string; title: string; svg: string } | null>(null)
const copied = ref(false)
// Of what lies there now.
watch(
  () => JSON.stringify([props.document, props.whole]),
  () => (made.value = null),
)

const make = () =>
  guarded(async () => {
    busy.value = true
    const name = props.title.trim().slice(0, 80)
    try {
      const what =
        props.whole && (withAnswer.value || !props.document)
          ? { ...props.whole, title: name }
          : { document: props.document, title: name || text.untitledLayout }
      const link = await answered(
        api.POST('/api/links', {
          body: { ...what, by: by.value.trim(), days: days.value ? Number(days.value) : null },
        }),
      )
      const address = window.location.origin + link.path
      const { svg } = await answered(api.POST('/api/links/qr', { body: { address } }))
      copied.value = false
      made.value = { address, title: link.line.title, svg: `data:image/svg+xml,${encodeURIComponent(svg)}` }
    } finally {
      busy.value = false
    }
  })
async function copy(field: EventTarget | null) {
  if (!made.value) return
  ;(field as HTMLInputElement | null)?.select?.()
  // Only where nobody can listen in; else it is selected, to be copied by hand.
  await navigator.clipboard?.writeText(made.value.address).then(() => (copied.value = true))
}
</script>

<template>
  <section class="give" :aria-label="text.aLinkForOthers">
    <h3>{{ text.aLinkForOthers }}</h3>
    <p class="muted">{{ text.whoHasItSees }}</p>
    <div class="asked">
      <label v-if="whole && document"
        >{{ text.show }}
        <select v-model="withAnswer">
          <option :value="true">{{ text.theLayoutAndItsAnswer }}</option>
          <option :value="false">{{ text.theLayout }}</option>
        </select></label
      >
      <label
        >{{ text.lasts }}
        <select v-model="days">
          <option v-for="(words, key) in LASTS" :key="key" :value="key">{{ words }}</option>
        </select></label
      >
      <label>{{ text.signed }} <InputText v-model="by" size="small" maxlength="40" /></label>
      <Button :label="text.makeALink" size="small" :loading="busy" @click="make" />
    </div>
    <ProblemList :problems="problems" />
    <div v-if="made" class="made">
      <div>
        <label
          >{{ text.theLink }}
          <InputText :model-value="made.address" readonly fluid size="small" @focus="copy($event.target)" />
        </label>
        <p class="muted" aria-live="polite">{{ copied ? text.copied : text.toldThisOnce }}</p>
        <Button :label="text.copy" variant="outlined" size="small" @click="copy(null)" />
      </div>
      <img :src="made.svg" :alt="text.qrCode(made.title)" />
    </div>
  </section>
</template>

<style scoped>
.give {
  border-top: 1px solid var(--hairline);
  border-bottom: 1px solid var(--hairline);
  margin: 0 0 14px;
  padding: 10px 0 14px;
}
h3 {
  font: 600 var(--text-base) var(--sans);
  margin: 0;
}
p {
  margin: 2px 0 8px;
}
.asked {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 14px;
}
label {
  display: grid;
  gap: 3px;
  font-weight: 600;
  font-size: var(--text-sm);
}
select {
  min-height: 32px;
  padding: 3px 8px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
  font: 400 var(--text-md) var(--sans);
}
.made {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 132px;
  gap: 14px;
  align-items: start;
  margin-top: 12px;
}
.made img {
  width: 132px;
  height: 132px;
}
</style>
