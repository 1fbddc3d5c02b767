<script setup lang="ts">
/** What is to be saved was saved by another window since it was opened here: nothing is overwritten in silence. */
defineEmits<{ beside: []; other: [] }>()
</script>

<template>
  <div class="elsewhere" role="alert">
    <p><b>Another window has saved this layout since it was opened here.</b> Nothing was overwritten.</p>
    <button type="button" class="main" @click="$emit('beside')">Keep both</button>
    <button type="button" @click="$emit('other')">Open the other one</button>
  </div>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.elsewhere {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  padding: 8px 14px;
  border: 1px solid var(--brass);
  border-radius: 10px;
  background: var(--sheet);
}
p {
  margin: 0;
  flex: 1 1 260px;
}
</style>
