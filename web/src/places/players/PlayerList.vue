<script setup lang="ts">
import { computed } from 'vue'
import type { Player } from '@/api/client'
import ListLine from './ListLine.vue'
import { unbroken } from '@/shots/words'
import { playerTitle, playerWords } from './words'

const props = defineProps<{ players: Player[]; chosen: number | null }>()
defineEmits<{ change: [player: Player]; copy: [player: Player]; remove: [player: Player] }>()
const parts = computed(() => [
  { title: 'My players', players: props.players.filter((player) => player.own) },
  { title: 'Levels', players: props.players.filter((player) => !player.own) },
])
</script>

<template>
  <template v-for="part in parts" :key="part.title">
    <h2>{{ part.title }}</h2>
    <p v-if="!part.players.length" class="muted">None yet: make one from a level below.</p>
    <ul>
      <ListLine
        v-for="player in part.players"
        :key="player.key"
        :name="playerTitle(player)"
        :own="player.own"
        :to="
          player.own ? { name: 'player', params: { playerId: player.key.split(':')[1] ?? '' } } : undefined
        "
        :chosen="player.own && Number(player.key.split(':')[1]) === chosen"
        @change="$emit('change', player)"
        @copy="$emit('copy', player)"
        @remove="$emit('remove', player)"
        >{{ unbroken(playerWords(player)) }}</ListLine
      >
    </ul>
  </template>
</template>

<style scoped src="./lists.css"></style>
