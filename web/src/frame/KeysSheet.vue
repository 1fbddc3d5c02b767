<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { PLACES } from './places'
import { askForSteps } from './steps'

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
  ...PLACES.map(({ label }, i): [string, string] => [String(i + 1), `the page ${label}`]),
  ['?', 'this sheet'],
]
const here = computed(() => (route.meta['keys'] ?? []) as [string, string][])
</script>

<template>
  <Dialog
    :visible="visible"
    modal
    :pt="{ content: { tabindex: 0 } }"
    header="Help and keys"
    :style="{ width: 'min(760px, 94vw)' }"
    @update:visible="$emit('close')"
  >
    <p>
      <Button label="How to read the answer" variant="outlined" size="small" @click="leadTo('/help')" />
      <Button
        label="The first steps again"
        variant="text"
        size="small"
        @click="(askForSteps(), leadTo('/'))"
      />
    </p>
    <p class="muted">A letter that is a key is underlined in its label.</p>
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
