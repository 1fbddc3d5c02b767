<script setup lang="ts">
import { onActivated, onMounted, ref } from 'vue'
import { answered, api, type LessonGroup } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import ProblemList from '@/parts/ProblemList.vue'
import { codeWords } from '@/words/code'
import { text } from '@/words/text/lessons'

/** One's own groups with their codes and members, and those one is in. */
const { problems, guarded } = useGuarded()
const groups = ref<LessonGroup[]>([])
const name = ref('')
const code = ref('')
const mine = ref('')
const load = () => guarded(reload)
const reload = async () => (groups.value = await answered(api.GET('/api/groups')))
onMounted(load)
onActivated(load)
const make = () =>
  guarded(async () => {
    await answered(api.POST('/api/groups', { body: { name: name.value } }))
    name.value = ''
    await reload()
  })
const join = () =>
  guarded(async () => {
    await answered(api.POST('/api/groups/join', { body: { code: code.value, name: mine.value } }))
    code.value = ''
    await reload()
  })
const path = (id: number) => ({ params: { path: { group_id: id } } })
const leave = (id: number) =>
  guarded(async () => {
    await answered(api.POST('/api/groups/{group_id}/leave', path(id)))
    await reload()
  })
const remove = (id: number, member: number) =>
  guarded(async () => {
    await answered(api.POST('/api/groups/{group_id}/remove', { ...path(id), body: { member } }))
    await reload()
  })
const del = (id: number) =>
  guarded(async () => {
    await answered(api.DELETE('/api/groups/{group_id}', path(id)))
    await reload()
  })
</script>

<template>
  <section class="sheet" aria-labelledby="groups">
    <h2 id="groups">{{ text.groups }}</h2>
    <p class="muted">{{ text.groupsMean }}</p>
    <ProblemList :problems="problems" />
    <ul>
      <template v-for="group in groups" :key="group.id">
        <li>
          <b>{{ group.name }}</b>
          <span v-if="group.mine" class="muted">{{ text.code(codeWords(group.code)) }}</span>
          <button
            v-if="group.mine"
            type="button"
            :aria-label="text.deleteGroup(group.name)"
            @click="del(group.id)"
          >
            {{ text.del }}
          </button>
          <button v-else type="button" :aria-label="text.leaveWhich(group.name)" @click="leave(group.id)">
            {{ text.leave }}
          </button>
        </li>
        <li v-if="group.mine && !group.members.length" class="member muted">{{ text.nobodyYet }}</li>
        <li v-for="member in group.members" :key="member.id" class="member">
          <span>{{ member.name }}</span>
          <button
            type="button"
            :aria-label="text.removeWho(member.name)"
            @click="remove(group.id, member.id)"
          >
            {{ text.remove }}
          </button>
        </li>
      </template>
    </ul>
    <form class="choices" @submit.prevent="make">
      <label>{{ text.newGroup }} <input v-model="name" required maxlength="60" /></label>
      <button class="main">{{ text.makeIt }}</button>
    </form>
    <form class="choices" @submit.prevent="join">
      <label>{{ text.itsCode }} <input v-model="code" required maxlength="12" size="10" /></label>
      <label>{{ text.yourNameThere }} <input v-model="mine" required maxlength="24" size="14" /></label>
      <button class="main">{{ text.join }}</button>
    </form>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="./lists.css"></style>
<style scoped>
.member {
  padding-left: 18px;
  min-height: 36px;
}
.member > :first-child {
  font-weight: 500;
}
</style>
