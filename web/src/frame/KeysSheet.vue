<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import ToggleSwitch from 'primevue/toggleswitch'
import { shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { PLACES } from './places'
import { askForSteps } from './steps'
import { lettersAct, turnLetters } from '@/session/letters'
import { text } from '@/words/text/frame'

/** All keys: of every page, and of the one that is open. */
defineProps<{ visible: boolean }>()
const emit = defineEmits<{ close: [] }>()
const route = useRoute()
const router = useRouter()
function leadTo(path: string) {
  emit('close')
  void router.push(path)
}
const everywhere: [string, string][] = [
  ...PLACES.map(({ label }, i): [string, string] => [String(i + 1), text.pageKey(label)]),
  ['?', text.thisSheet],
]
const here = shallowRef<[string, string][]>([])
watch(
  () => route.meta['keys'] as (() => Promise<[string, string][]>) | undefined,
  async (keys) => (here.value = keys ? await keys() : []),
  { immediate: true },
)
</script>

<template>
  <Dialog
    :visible="visible"
    modal
    :pt="{ content: { tabindex: 0 } }"
    :header="text.helpAndKeys"
    :style="{ width: 'min(760px, 94vw)' }"
    @update:visible="$emit('close')"
  >
    <p>
      <Button :label="text.howToReadTheAnswer" variant="outlined" size="small" @click="leadTo('/help')" />
      <Button
        :label="text.theFirstStepsAgain"
        variant="text"
        size="small"
        @click="(askForSteps(), leadTo('/'))"
      />
    </p>
    <p class="letters">
      <ToggleSwitch
        :model-value="lettersAct"
        input-id="letters-act"
        aria-describedby="letters-mean"
        @update:model-value="turnLetters"
      />
      <label for="letters-act">{{ text.lettersAct }}</label>
      <span id="letters-mean" class="muted">{{ lettersAct ? text.underlinedLetters : text.noLetters }}</span>
    </p>
    <dl>
      <template v-for="[key, what] in [...here, ...everywhere]" :key="key">
        <dt>
          <kbd>{{ key }}</kbd>
        </dt>
        <dd>{{ what }}</dd>
      </template>
    </dl>
  </Dialog>
</template>

<style scoped>
p {
  margin: 0 0 8px;
}
.letters {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  min-height: 44px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr auto 1fr;
  gap: 8px 14px;
  margin: 0;
}
dd {
  margin: 0;
}
@media (max-width: 760px) {
  dl {
    grid-template-columns: auto 1fr;
  }
}
</style>
