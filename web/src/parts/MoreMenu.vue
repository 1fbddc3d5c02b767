<script setup lang="ts">
import Button from 'primevue/button'
import type PrimeMenu from 'primevue/menu'
import { computed, nextTick, ref, useId, watch } from 'vue'
import type { MenuEntry } from './menu'
import { onDemand } from './onDemand'

/** What is rarely used, behind one control. */
const props = defineProps<{ label: string; entries: MenuEntry[]; title?: string }>()
const Menu = onDemand(() => import('primevue/menu'))
const menu = ref<InstanceType<typeof PrimeMenu> | null>(null)
/** The control, once it has been pressed: the menu is loaded then, and opens as soon as it is there. */
const pressed = ref<EventTarget | null>(null)
watch(menu, async (there) => {
  // Shown in the same breath as it comes it would not be put beside its control.
  await nextTick()
  there?.show({ currentTarget: pressed.value } as Event)
})
function press(event: Event) {
  if (menu.value) menu.value.toggle(event)
  else pressed.value = event.currentTarget
}
const id = useId()
const isOpen = ref(false)
const model = computed(() =>
  props.entries.map(({ label, key, act }) => ({ label, key, command: () => act() })),
)
</script>

<template>
  <Button
    variant="text"
    size="small"
    class="more-menu"
    :title="title"
    aria-haspopup="menu"
    :aria-expanded="isOpen"
    :aria-controls="id"
    @click="press"
    ><span class="label">{{ label }}</span
    ><span class="sign" aria-hidden="true">▾</span></Button
  >
  <Menu v-if="pressed" :id="id" ref="menu" :model="model" popup @show="isOpen = true" @hide="isOpen = false">
    <template #item="{ item, props: given }">
      <a v-bind="given.action" class="entry">
        <span>{{ item.label }}</span>
        <kbd v-if="item['key']">{{ item['key'] }}</kbd>
      </a>
    </template>
  </Menu>
</template>

<style scoped>
.more-menu {
  gap: 5px;
}
/* A long name leaves room for what is beside it. */
.label {
  max-width: 22ch;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
@media (max-width: 760px) {
  .label {
    max-width: 8ch;
  }
}
.sign {
  color: var(--muted);
}
.entry {
  display: flex;
  justify-content: space-between;
  gap: 24px;
  min-height: 44px;
  align-items: center;
  color: var(--ink);
  cursor: pointer;
}
</style>
