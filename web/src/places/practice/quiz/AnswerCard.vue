<script setup lang="ts">
import { computed } from 'vue'
import LedgerLine from '@/shots/LedgerLine.vue'
import { capital, percent } from '@/shots/words'
import { useQuiz } from '@/stores/quiz'
import { costWords } from '../words'
import { text } from '@/words/text/practice'

/** The ledger opened: what each choice cost and why, and the lines to look at. */
const quiz = useQuiz()
const study = computed(() => quiz.position?.study ?? null)
const options = computed(() => study.value?.options ?? [])
const best = computed(() => options.value[0] ?? null)
const answers = computed(() => quiz.position?.answers ?? [])
const nameOf = (who: number) => (who === 1 ? quiz.round?.player_name : quiz.round?.second_name) ?? ''
const estimate = (said: number | null, made: number | null) =>
  said == null || made == null ? '' : text.youSaidItGoesIn(percent(said), percent(made))
/** Choices that the ledger does not hold have a line of their own below it. */
const own = computed(() =>
  answers.value.flatMap((one) => (one.document && one.document.place === null ? [one.document.chosen] : [])),
)
</script>

<template>
  <section v-if="study && best" class="sheet" :aria-label="text.theLedger">
    <div class="said">
      <p v-for="one in answers" :key="one.who">
        <b>{{ quiz.two ? nameOf(one.who) : text.you }}:</b> {{ one.words
        }}<template v-if="one.document"> — {{ one.document.chosen.name }}</template
        >. <b :class="{ dear: (one.cost ?? 0) > 0.02 }">{{ text.it(costWords(one.cost)) }}</b>{{
          estimate(one.said, one.made)
        }}
        <span v-if="one.document && one.cost" class="muted">{{ capital(one.document.choice_words) }}.</span>
      </p>
      <p>
        <b>{{ best.name }}</b> {{ text.winsOfRacks(percent(best.rack_chance.value), study.why) }}
      </p>
      <p class="muted small">{{ text.aPositionOfTheKind(quiz.position?.kind ?? '') }}</p>
    </div>
    <ol>
      <LedgerLine
        v-for="(option, k) in options"
        :key="option.id"
        :option="option"
        :rank="k + 1"
        :best="best.rack_chance.value"
        :chosen="quiz.shown?.id === option.id"
        @choose="quiz.show(option)"
      />
      <LedgerLine
        v-for="option in own"
        :key="`own-${option.id}`"
        :option="option"
        :rank="options.length + 1"
        :best="best.rack_chance.value"
        :chosen="quiz.shown?.id === option.id"
        @choose="quiz.show(option)"
      />
    </ol>
  </section>
</template>

<style scoped>
.said {
  padding: 13px 16px;
  display: grid;
  gap: 7px;
}
p {
  margin: 0;
}
.dear {
  color: var(--foul);
}
.small {
  font-size: var(--text-sm);
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
  border-top: 1px solid var(--hairline);
}
</style>
