<script setup lang="ts">
import { computed } from 'vue'
import type { Measured } from '@/api/client'
import { ERROR_NAMES } from '../words'
import { text } from '@/words/text/players'

/** Each error beside the levels: where it lies four times in five, and what is said of it. */
const props = defineProps<{ says: Measured }>()
const LEVELS = ['professional', 'semi-professional', 'strong league', 'league', 'beginner']
/** A place on the line of levels, 0 to 4, as a share of its width; a little beyond both ends is shown. */
const share = (level: number) => `${(100 * (Math.min(4.3, Math.max(-0.3, level)) + 0.4)) / 4.8}%`
const rows = computed(() => [
  { name: text.asAWhole, level: props.says.level_at, known: true, words: `${props.says.level}` },
  ...Object.entries(ERROR_NAMES).flatMap(([key, name]) => {
    const error = props.says.stroke[key]
    return error ? [{ name, level: error.level, known: error.known, words: error.words }] : []
  }),
])
const bar = ({ low, high }: { low: number; high: number }) => ({
  left: share(low),
  width: `calc(${share(high)} - ${share(low)})`,
})
</script>

<template>
  <div class="tracks">
    <div class="scale" aria-hidden="true">
      <span v-for="(level, i) in LEVELS" :key="level" :style="{ left: share(i) }">{{ level }}</span>
    </div>
    <dl>
      <template v-for="row in rows" :key="row.name">
        <dt>{{ row.name }}</dt>
        <dd>
          <div class="track" aria-hidden="true">
            <i v-for="(level, i) in LEVELS" :key="level" class="tick" :style="{ left: share(i) }" />
            <i class="bar" :class="{ open: !row.known }" :style="bar(row.level)" />
            <i class="dot" :style="{ left: share(row.level.value) }" />
          </div>
          <span class="muted">{{ row.words }}</span>
        </dd>
      </template>
    </dl>
  </div>
</template>

<style scoped>
.tracks {
  --names: 118px;
}
.scale {
  position: relative;
  height: 34px;
  margin-left: var(--names);
  font-size: var(--text-xs);
  line-height: 1.15;
  color: var(--muted);
}
.scale span {
  position: absolute;
  bottom: 2px;
  width: 78px;
  margin-left: -39px;
  text-align: center;
}
dl {
  display: grid;
  grid-template-columns: var(--names) minmax(0, 1fr);
  gap: 8px 0;
  margin: 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
.track {
  position: relative;
  height: 20px;
  border-bottom: 1px solid var(--hairline);
}
.tick {
  position: absolute;
  bottom: 0;
  height: 7px;
  border-left: 1px solid var(--muted);
}
.bar {
  position: absolute;
  top: 6px;
  height: 8px;
  border-radius: var(--radius-sm);
  background: var(--shape);
  opacity: 0.55;
}
/* An error that cannot be named by itself yet. */
.open {
  background: repeating-linear-gradient(115deg, var(--muted) 0 2px, transparent 2px 6px);
  box-shadow: inset 0 0 0 1px var(--muted);
}
.dot {
  position: absolute;
  top: 4px;
  width: 12px;
  height: 12px;
  margin-left: -6px;
  border-radius: 50%;
  background: var(--ink);
  border: 2px solid var(--sheet);
}
@media (max-width: 760px) {
  .tracks {
    --names: 0px;
  }
  .scale span {
    width: 68px;
    margin-left: -34px;
    font-size: var(--text-xs);
  }
  dl {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
  dd {
    margin-bottom: 9px;
  }
}
</style>
