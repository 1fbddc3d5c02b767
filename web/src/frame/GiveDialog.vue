<script setup lang="ts">
import Dialog from 'primevue/dialog'
import type { LinkIn } from '@/api/client'
import { text } from '@/words/text/links'
import GiveAway from './GiveAway.vue'

/** What was worked out here, given away by a link. */
defineProps<{ whole: Partial<LinkIn>; title: string }>()
defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog
    visible
    modal
    :header="text.giveByALink"
    :style="{ width: 'min(560px, 94vw)' }"
    @update:visible="$emit('close')"
  >
    <GiveAway :whole="whole" :document="null" :title="title" />
  </Dialog>
</template>
