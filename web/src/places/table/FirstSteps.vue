<script setup lang="ts">
import { isSceneOpen } from '@/board/sceneOpen'
import { putStepsAway } from '@/frame/steps'
import { text } from '@/words/text/table'

/** Three steps for who is here for the first time; each leads to the control that it means. */
const emit = defineEmits<{ put: []; weigh: [] }>()
function players() {
  isSceneOpen.value = true
  requestAnimationFrame(() =>
    document.querySelector<HTMLElement>('#the-scene [role=combobox][aria-label=Me]')?.focus(),
  )
}
</script>

<template>
  <aside class="steps" :aria-label="text.firstSteps">
    <p>
      {{ text.alreadyWeighed }}
      <RouterLink to="/help">{{ text.howToReadIt }}</RouterLink>
    </p>
    <ol>
      <li>
        <button type="button" @click="emit('put')">{{ text.putTheBalls }}</button>
        {{ text.dragThemOrTypeWhere }}
      </li>
      <li>
        <button type="button" @click="players">{{ text.sayWhoPlays }}</button>
        {{ text.youYourOpponentTheTable }}
      </li>
      <li>
        <button type="button" @click="emit('weigh')">{{ text.compare }}</button>
        {{ text.whichShotWinsMostOften }}
      </li>
    </ol>
    <button type="button" class="away" @click="putStepsAway">{{ text.putThisAway }}</button>
  </aside>
</template>

<style scoped>
.steps {
  margin: 10px 16px 0;
  padding: 10px 16px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 22px;
  border: 1px solid var(--brass);
  border-radius: var(--radius-lg);
  background: var(--tint);
}
p {
  margin: 0;
  flex: 1 1 300px;
  font-weight: 600;
}
a {
  color: var(--brass);
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
  counter-reset: step;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
}
li {
  counter-increment: step;
}
li::before {
  content: counter(step) ' ';
  color: var(--brass);
  font: 600 var(--text-lg) var(--serif);
}
button {
  min-height: 32px;
  padding: 2px 4px;
  border: 0;
  background: transparent;
  color: var(--ink);
  font: 600 var(--text-md) var(--sans);
  text-decoration: underline;
  text-decoration-color: var(--brass);
  text-underline-offset: 4px;
  cursor: pointer;
}
.away {
  color: var(--muted);
  font-weight: 500;
}
@media (max-width: 760px) {
  .steps {
    margin: 8px 10px 0;
  }
  p {
    flex-basis: 100%;
  }
}
</style>
