<script setup lang="ts">
import { computed } from 'vue'
import { percent } from '@/shots/words'
import { useStudy } from '@/stores/study'
import { text } from '@/words/text/table'

/** What would change the choice: one's own errors, the opponent, the cloth, the pockets. */
const study = useStudy()
const changes = computed(() => study.result?.changes ?? null)
/** The kinds of changes as the ledger's reader says them. */
const KINDS: Record<string, string> = {
  'stroke error': text.myStrokesErrors,
  opponent: text.theOpponent,
  cloth: text.theCloth,
  pockets: text.thePockets,
}
const groups = computed(() =>
  Object.entries(KINDS).map(([kind, words]) => ({
    words,
    rows: (changes.value?.changes ?? []).filter((row) => row.kind === kind),
  })),
)
const holds = computed(() => !changes.value?.changes.some((row) => row.changes))
</script>

<template>
  <div class="changes">
    <h3>{{ text.whatWouldChangeTheChoice }}</h3>
    <p v-if="!changes" class="muted">
      {{ study.running ? text.comesWhenTheRankingHas : text.thereIsNothingToChoose }}
    </p>
    <template v-else>
      <p>
        {{ holds ? text.nothingTriedHereDoesThe : text.whereAShotIsNamed }}
      </p>
      <dl>
        <template v-for="group in groups" :key="group.words">
          <dt v-if="group.rows.length">{{ group.words }}</dt>
          <dd v-for="row in group.rows" :key="row.name">
            <span>{{ row.name }}</span>
            <b>{{ percent(row.rack_chance[row.best] ?? 0) }}</b>
            <span v-if="row.changes" class="other">{{
              text.thenShot(row.best + 1, changes.options[row.best] ?? '')
            }}</span>
            <span v-else class="muted">{{ text.sameChoice }}</span>
          </dd>
        </template>
      </dl>
    </template>
  </div>
</template>

<style scoped>
dl {
  margin: 0;
  font-size: var(--text-sm);
}
dt {
  font-weight: 600;
  margin-top: 4px;
}
dd {
  margin: 0;
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) 44px minmax(0, 1fr);
  gap: 8px;
}
.other {
  grid-column: 1 / -1;
}
dd b {
  text-align: right;
}
.other {
  color: var(--foul);
  font-weight: 600;
}
</style>
