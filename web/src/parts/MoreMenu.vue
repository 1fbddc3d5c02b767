<script setup lang="ts">
import Button from 'primevue/button'
import Menu from 'primevue/menu'
import { computed, ref, useId } from 'vue'
import type { MenuEntry } from './menu'

/** What is rarely used, behind one control. */
const props = defineProps<{ label: string; entries: MenuEntry[]; title?: string }>()
const menu = ref<InstanceType<typeof Menu> | null>(null)
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
    @click="menu?.toggle($event)"
    ><span class="label">{{ label }}</span
    ><span class="sign" aria-hidden="true">▾</span></Button
  >
  <Menu :id="id" ref="menu" :model="model" popup @show="isOpen = true" @hide="isOpen = false">
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
