<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { answered, api } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { useBoard } from '@/board/useBoard'
import ProblemList from '@/parts/ProblemList.vue'
import { useSession } from '@/session/session'
import { useOpenBoard } from '@/stores/openBoard'
import { codeWords } from '@/words/code'
import { text } from '@/words/text/together'

/** One's own board opened to others: its code, who is there, who has the hand. */
defineProps<{ visible: boolean }>()
const emit = defineEmits<{ close: [] }>()
const board = useBoard()
const session = useSession()
const open = useOpenBoard()
const { problems, guarded } = useGuarded()
const title = ref('')
const name = ref('')
const busy = ref(false)
const svg = ref('')
const called = computed(() => board.name.trim() || text.aBoard)
const address = computed(() => `${window.location.origin}/b/${open.room?.code ?? ''}`)
watch(
  () => open.room?.code,
  (code) =>
    code &&
    guarded(async () => {
      const answer = await answered(api.POST('/api/links/qr', { body: { address: address.value } }))
      svg.value = `data:image/svg+xml,${encodeURIComponent(answer.svg)}`
    }),
  { immediate: true },
)
const begin = () =>
  guarded(async () => {
    busy.value = true
    try {
      const own = (session.username ?? '').slice(0, 24)
      await open.open((title.value.trim() || called.value).slice(0, 80), name.value.trim() || own)
    } finally {
      busy.value = false
    }
  })
const close = () =>
  guarded(async () => {
    await open.close()
    emit('close')
  })
</script>

<template>
  <Dialog
    :visible="visible"
    modal
    :pt="{ content: { tabindex: 0 } }"
    :header="text.openThisBoard"
    :style="{ width: 'min(560px, 94vw)' }"
    @update:visible="emit('close')"
  >
    <ProblemList :problems="problems" />
    <form v-if="!open.isOpen" class="asked" @submit.prevent="begin">
      <p class="muted">{{ text.openMeans }}</p>
      <label
        >{{ text.calledToOthers }} <InputText v-model="title" maxlength="80" :placeholder="called"
      /></label>
      <label
        >{{ text.yourNameThere }}
        <InputText v-model="name" maxlength="24" :placeholder="session.username ?? ''"
      /></label>
      <Button type="submit" :label="text.open" :loading="busy" />
    </form>
    <template v-else-if="open.room">
      <div class="told">
        <div>
          <p class="muted">{{ text.typedAt(address.replace(/\/[^/]*$/, '')) }}</p>
          <b class="code" :aria-label="text.code">{{ codeWords(open.room.code) }}</b>
        </div>
        <!-- Its place is kept: nothing below it moves when it comes. -->
        <div class="qr"><img v-if="svg" :src="svg" :alt="text.qrCode" /></div>
      </div>
      <h3>{{ text.whoIsThere }}</h3>
      <p v-if="!open.others.length" class="muted">{{ text.nobodyYet }}</p>
      <ul>
        <li v-for="person in open.others" :key="person.seat">
          <span class="who">
            <b>{{ person.name }}</b>
            <span v-if="person.seat === open.people?.hand" class="sign">{{ text.hasTheHand }}</span>
            <span v-else-if="person.asks" class="sign">{{ text.asksForTheHand }}</span>
            <span v-if="!person.here" class="muted">{{ text.away }}</span>
          </span>
          <Button
            v-if="person.seat === open.people?.hand"
            size="small"
            variant="outlined"
            :label="text.takeItBack"
            @click="guarded(() => open.giveHand(null))"
          />
          <Button
            v-else
            size="small"
            :variant="person.asks ? undefined : 'outlined'"
            :label="text.giveTheHand"
            :aria-label="text.giveTheHandTo(person.name)"
            @click="guarded(() => open.giveHand(person.seat))"
          />
          <Button
            size="small"
            variant="text"
            :label="text.shutOut"
            :aria-label="text.shutOutWho(person.name)"
            @click="guarded(() => open.shutOut(person.seat))"
          />
        </li>
      </ul>
      <Button :label="text.closeIt" variant="outlined" @click="close" />
    </template>
  </Dialog>
</template>

<style scoped>
.asked,
.asked label {
  display: grid;
  gap: 4px;
}
.asked {
  gap: 12px;
}
label {
  font-weight: 600;
  font-size: var(--text-sm);
}
p {
  margin: 0;
}
.told {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 132px;
  gap: 14px;
  align-items: center;
}
.qr,
img {
  width: 132px;
  height: 132px;
}
.code {
  font: 600 var(--text-2xl) var(--serif);
  letter-spacing: 0.08em;
}
h3 {
  margin: 14px 0 4px;
  font: 600 var(--text-base) var(--sans);
}
ul {
  list-style: none;
  margin: 0 0 14px;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
  min-height: 44px;
  border-bottom: 1px solid var(--hairline);
}
.who {
  flex: 1;
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
}
.sign {
  color: var(--brass);
  font-weight: 600;
}
</style>
