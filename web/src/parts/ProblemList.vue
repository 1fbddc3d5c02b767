<script setup lang="ts">
import { sentence, type Problem } from '@/api/client'

defineProps<{ problems: Problem[] }>()
</script>

<template>
  <div v-if="problems.length" role="alert">
    <ul class="problems">
      <li v-for="(problem, i) in problems" :key="i">{{ sentence(problem) }}</li>
    </ul>
  </div>
</template>

<style scoped>
.problems {
  margin: 0;
  padding: 10px 14px 10px 30px;
  border-left: 3px solid var(--foul);
  background: color-mix(in srgb, var(--foul) 9%, var(--sheet));
  border-radius: 0 var(--radius-md) var(--radius-md) 0;
}
</style>
