<script setup lang="ts">
import type { KickStick } from '@/api/client'
import { text } from '@/words/text/kicks'
import { decimal } from '@/words/numbers'

/** Kick and stick: how the cue ball comes in, what holds it, and how far both balls go from a full hit. */
defineProps<{ stick: KickStick }>()
const TIPS = ['draw', 'centre', 'follow'] as const
const PACES = ['soft', 'medium', 'firm'] as const
const way = (diamonds: number | null | undefined) => (diamonds == null ? '–' : decimal(diamonds))
</script>

<template>
  <article class="stick sheet" :aria-label="text.kickAndStick">
    <h3>{{ text.willItStick }}</h3>
    <p>{{ stick.words }}</p>
    <table>
      <caption>
        {{
          text.stickTableCaption
        }}
      </caption>
      <thead>
        <tr>
          <td />
          <th v-for="pace in PACES" :key="pace" scope="col">{{ pace }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="tip in TIPS" :key="tip" :class="{ held: stick.held_by === tip }">
          <th scope="row">{{ tip }}</th>
          <td v-for="pace in PACES" :key="pace">
            <template
              v-for="hit in stick.after.filter((h) => h.tip === tip && h.pace === pace)"
              :key="hit.pace"
            >
              <b>{{ way(hit.cue) }}</b> · {{ way(hit.target) }}
            </template>
          </td>
        </tr>
      </tbody>
    </table>
  </article>
</template>

<style scoped>
.stick {
  padding: 11px 16px 12px;
}
h3 {
  font: 600 var(--text-sm) var(--sans);
  color: var(--muted);
}
p {
  margin: 0 0 5px;
}
table {
  border-collapse: collapse;
  font-size: var(--text-sm);
}
caption {
  caption-side: bottom;
  text-align: left;
  color: var(--muted);
  font-size: var(--text-sm);
}
th,
td {
  padding: 1px 18px 1px 0;
  text-align: left;
  font-weight: 500;
}
.held {
  background: var(--tint);
}
</style>
