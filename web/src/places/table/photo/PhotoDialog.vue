<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import Slider from 'primevue/slider'
import { computed, ref, watch } from 'vue'
import LayoutThumb from '@/board/LayoutThumb.vue'
import { useBoard } from '@/board/useBoard'
import ProblemList from '@/parts/ProblemList.vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { text } from '@/words/text/photo'
import type { Spot } from './mended'
import PhotoBalls from './PhotoBalls.vue'
import PhotoPicture from './PhotoPicture.vue'
import { usePhoto } from './usePhoto'

/** A photo of the table becomes the layout: taken, six pockets looked at, what was read mended, put on the board. */
const props = defineProps<{ visible: boolean }>()
const emit = defineEmits<{ close: [] }>()
const board = useBoard()
const photo = usePhoto()
const { picture, pockets, balls, chosen, all, notFound, toLookAt, document, isRead, needsPockets } = photo
const { running, photographs, now, problems, layout } = photo
/** Whether the outline is mended, not the balls. */
const outlined = ref(false)
const adding = ref<string | null>(null)
/** How much of the drawing is seen over the photo, where both do not stand beside each other. */
const drawn = ref(0)
watch(isRead, (read) => read && (outlined.value = false))
const hasBalls = computed(() => Object.keys(board.document.balls).length > 0)

function picked(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) void photo.take(file)
}
function add(at: Spot) {
  if (adding.value) void photo.add(adding.value, at)
  adding.value = null
}
function put() {
  photo.put()
  emit('close')
}
const told = computed(() => {
  if (running.value) return text.isRead
  if (needsPockets.value) return text.pressPockets(6 - pockets.value.length)
  if (outlined.value) return text.dragPockets
  return document.value?.words ?? ''
})
</script>

<template>
  <Dialog
    :visible="props.visible"
    modal
    position="top"
    :pt="{ content: { tabindex: 0 } }"
    :header="text.fromAPhoto"
    :style="{ width: 'min(1080px, 100vw)' }"
    @update:visible="emit('close')"
  >
    <ProblemList :problems="problems" />
    <div v-if="!picture" class="begin">
      <p>{{ text.howToTakeIt }}</p>
      <p class="muted">{{ text.simulatedOnly }}</p>
    </div>
    <div class="pick">
      <label class="p-button p-component" :class="{ 'p-button-outlined': !!picture }"
        >{{ picture ? text.anotherPhoto : text.takeAPhoto
        }}<input type="file" accept="image/*" capture="environment" class="visually-hidden" @change="picked"
      /></label>
      <label class="p-button p-component p-button-outlined"
        >{{ text.chooseAPicture
        }}<input type="file" accept="image/*" class="visually-hidden" @change="picked"
      /></label>
      <Button
        v-if="!picture"
        variant="text"
        :label="text.trySimulated"
        :loading="photographs"
        :disabled="!hasBalls"
        @click="photo.photograph()"
      />
    </div>
    <template v-if="picture">
      <div class="told">
        <p role="status">{{ told }}</p>
        <Button v-if="running" size="small" variant="outlined" :label="text.stop" @click="photo.stop()" />
      </div>
      <ProgressLine :class="{ idle: !running }" :label="text.isRead" :share="now?.progress ?? 0" />
    </template>
    <div v-if="picture" class="both">
      <div class="seen">
        <PhotoPicture
          :picture="picture"
          :pockets="pockets"
          :balls="balls"
          :chosen="chosen"
          :adding="adding"
          :outlined="outlined"
          @press="photo.press"
          @choose="chosen = $event"
          @move="photo.move"
          @add="add"
          @remove="photo.remove"
        />
        <LayoutThumb v-if="balls.length" class="over" :style="{ opacity: drawn / 100 }" :document="layout" />
      </div>
      <LayoutThumb v-if="balls.length" class="beside" :document="layout" />
    </div>
    <label v-if="balls.length" class="slide"
      >{{ text.photo }} <Slider v-model="drawn" :aria-label="text.photoOrDrawing" /> {{ text.drawing }}</label
    >
    <template v-if="isRead">
      <PhotoBalls
        v-model:adding="adding"
        :balls="balls"
        :chosen="chosen"
        :not-found="notFound"
        :all="all"
        @choose="chosen = $event"
        @rename="photo.rename"
        @confirm="photo.confirm"
        @remove="photo.remove"
      />
      <div class="acts">
        <Button
          :label="toLookAt ? text.putAnyway(toLookAt) : text.putOnTheBoard"
          :disabled="!balls.length"
          @click="put"
        />
        <Button
          variant="outlined"
          :label="outlined ? text.showBalls : text.mendOutline"
          @click="outlined = !outlined"
        />
        <Button variant="outlined" :label="text.turnEndForEnd" @click="photo.turn()" />
      </div>
    </template>
    <Button
      v-else-if="picture"
      variant="text"
      :disabled="!pockets.length || running"
      :label="text.pressAnew"
      @click="photo.unpress()"
    />
  </Dialog>
</template>

<style scoped>
p {
  margin: 0 0 8px;
}
.pick,
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 8px 0;
}
.idle {
  visibility: hidden;
}
.reading {
  display: flex;
  align-items: center;
  gap: 10px;
}
/* Room for its longest sentence on a phone: nothing may move under a finger that presses pockets. */
.told {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
  min-height: 44px;
  font-weight: 600;
}
.told p {
  margin: 0;
}
.idle {
  visibility: hidden;
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 12px;
  align-items: center;
}
.seen {
  position: relative;
}
.over {
  display: none;
}
.over,
.beside {
  width: 100%;
}
.slide {
  display: none;
}
@media (max-width: 760px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
  .beside {
    display: none;
  }
  .over {
    display: block;
    position: absolute;
    inset: 0;
    margin: auto;
    pointer-events: none;
  }
  .slide {
    display: grid;
    grid-template-columns: auto 1fr auto;
    align-items: center;
    gap: 14px;
    min-height: 44px;
    font-size: var(--text-sm);
  }
}
</style>
