<script setup lang="ts">
import { nextTick, onActivated, watch } from 'vue'
import { useRoute } from 'vue-router'
import FrameActs from '@/frame/FrameActs.vue'
import { GLOSSARY } from '@/words/glossary'

/** How to read the answer, in two minutes; and the words used. An address with #word leads to its entry. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const show = () =>
  nextTick(
    () => route.hash && document.getElementById(route.hash.slice(1))?.scrollIntoView({ block: 'center' }),
  )
onActivated(show)
watch(() => route.hash, show)
</script>

<template>
  <main class="card help">
    <header>
      <h1>How to read the answer</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <div class="halves">
      <section class="sheet" aria-labelledby="three-steps">
        <h2 id="three-steps">Three steps</h2>
        <ol>
          <li>
            <b>Put the balls.</b> On the <RouterLink to="/">Table</RouterLink> drag them, type “9 at 6, 2”, or
            press Photo. Ready layouts stand in the Library.
          </li>
          <li>
            <b>Say who plays.</b> The line under the name has the game, both players, the table, and who
            shoots. Press it to change them.
          </li>
          <li>
            <b>Compare.</b> Press Weigh. The shots stand in their order: the first wins this rack most often.
          </li>
        </ol>
        <h2>One entry of the list</h2>
        <dl>
          <dt>56 %</dt>
          <dd>
            Your <a href="#chance-to-win-the-rack">chance to win the rack</a> with this shot, the other player
            playing as well as you said.
          </dd>
          <dt>± 3 %</dt>
          <dd>By how much that may be off, nineteen times in twenty.</dd>
          <dt>−4.9 points</dt>
          <dd>So many <a href="#points">points</a> fewer than the first.</dd>
          <dt>▲ ■ ◆</dt>
          <dd>
            <a href="#attack">Attack</a>, <a href="#safety">safety</a>,
            <a href="#two-way-shot">two-way shot</a>.
          </dd>
          <dt>the bar</dt>
          <dd>
            How the shot ends, as often as it is wide: made <a href="#in-shape">in shape</a>, made
            <a href="#in-trouble">in trouble</a>, <a href="#nothing-left">nothing left</a>,
            <a href="#left-a-shot">left a shot</a>, foul.
          </dd>
          <dt>5 ways</dt>
          <dd>The same shot with other tips and speeds. The one shown is the simplest of the best.</dd>
        </dl>
      </section>
      <section class="sheet" aria-labelledby="how-sure">
        <h2 id="how-sure">How sure is it?</h2>
        <p>
          The sentence above the list says what you can act on. <b>The best</b>: no other comes near.
          <b>Play the first</b>: no other is more than two points better. <b>Any of three</b>: take the one
          you like best. <b>Too close to call</b>: nobody can tell yet.
        </p>
        <p>
          After a second it goes on by itself and <a href="#looking-ahead">looks ahead</a>: the numbers get
          surer. Stop it whenever you like. Refine takes ten times as long.
        </p>
        <p>
          Why a shot is the best, and what would change the choice, stands below the table. The numbers hold
          for the players that you named: your own stroke can be measured on the
          <RouterLink to="/players">Players</RouterLink> page.
        </p>
        <h2>The other pages</h2>
        <dl>
          <dt>Run-out</dt>
          <dd>The whole rack as a plan: which ball when, and where the cue ball should come to rest.</dd>
          <dt>Kicks</dt>
          <dd>Ways by the rails to a ball that cannot be seen, and the sums that players use for them.</dd>
          <dt>Practice</dt>
          <dd>Drills that measure your stroke, and a quiz of decisions.</dd>
          <dt>Record</dt>
          <dd>What you decided, what it cost, and whether the chances were right.</dd>
          <dt>Players</dt>
          <dd>Who plays how well, and on which table.</dd>
        </dl>
      </section>
    </div>
    <section class="sheet" aria-labelledby="words">
      <h2 id="words">Words</h2>
      <dl class="words">
        <template v-for="{ key, name, says } in GLOSSARY" :key="key">
          <dt :id="key" :class="{ meant: route.hash === `#${key}` }">{{ name }}</dt>
          <dd>{{ says }}</dd>
        </template>
      </dl>
    </section>
  </main>
</template>

<style scoped src="@/design/card-page.css"></style>
<style scoped>
.help {
  max-width: 1080px;
}
section {
  padding: 14px 18px;
}
h2 {
  margin: 6px 0 4px;
  font-size: var(--text-lg);
}
ol {
  margin: 0;
  padding-left: 20px;
}
li,
p {
  margin: 0 0 8px;
}
a {
  color: var(--brass);
}
dl {
  display: grid;
  grid-template-columns: minmax(72px, auto) 1fr;
  gap: 6px 14px;
  margin: 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
.words {
  grid-template-columns: minmax(110px, 190px) 1fr;
}
.meant {
  background: var(--tint);
  box-shadow: -8px 0 var(--tint);
}
</style>
