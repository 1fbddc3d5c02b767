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
import PhotoPick from './PhotoPick.vue'
import PhotoPicture from './PhotoPicture.vue'
import { usePhoto } from './usePhoto'

/** A photo of the table becomes the layout: taken, six pockets looked at, what was read mended, put on the board. */
const props = defineProps<{ visible: boolean }>()
const emit = defineEmits<{ close: [] }>()
const board = useBoard()
const photo = usePhoto()
const { picture, pockets, balls, chosen, all, notFound, toLookAt, document, isRead, needsPockets } = photo
const { running, photographs, now, problems, layout, isShifted } = photo
/** Whether the outline is mended, not the balls. */
const outlined = ref(false)
const shows = computed(() => outlined.value || !isRead.value)
const adding = ref<string | null>(null)
/** How much of the drawing is seen over the photo, where both do not stand beside each other. */
const drawn = ref(0)
watch(isRead, (read) => read && (outlined.value = false))
const hasBalls = computed(() => Object.keys(board.document.balls).length > 0)

function add(at: Spot) {
  if (adding.value) void photo.add(adding.value, at)
  adding.value = null
}
/** Put in between the pockets; where that is under other balls, it is shifted from there. */
function addByKey(name: string) {
  const sum = pockets.value.reduce(([x, y], spot) => [x + spot[0], y + spot[1]], [0, 0])
  void photo.add(name, [sum[0] / 6, sum[1] / 6])
}
function put() {
  photo.put()
  emit('close')
}
const told = computed(() => {
  if (running.value) return text.isRead
  if (needsPockets.value) return text.pressPockets(6 - pockets.value.length)
  if (shows.value) return text.dragPockets
  return document.value?.words ?? ''
})
</script>

<template>
  <Dialog
    :visible="props.visible"
    modal
    position="top"
    class="photo-dialog"
    :pt="{ content: { tabindex: 0 } }"
    :header="text.fromAPhoto"
    :style="{ width: 'min(1080px, 100vw)' }"
    @update:visible="emit('close')"
  >
    <ProblemList :problems="problems" />
    <template v-if="!picture">
      <p>{{ text.howToTakeIt }}</p>
      <p class="muted">{{ text.simulatedOnly }}</p>
      <div class="acts">
        <PhotoPick :again="false" @pick="photo.take" />
        <Button
          variant="text"
          :label="text.trySimulated"
          :loading="photographs"
          :disabled="!hasBalls"
          @click="photo.photograph()"
        />
      </div>
    </template>
    <template v-else>
      <div class="told">
        <p role="status">{{ told }}</p>
        <Button v-if="running" size="small" variant="outlined" :label="text.stop" @click="photo.stop()" />
      </div>
      <ProgressLine :class="{ idle: !running }" :label="text.isRead" :share="now?.progress ?? 0" />
      <div class="both">
        <div>
          <div class="seen">
            <PhotoPicture
              :picture="picture"
              :pockets="pockets"
              :balls="balls"
              :chosen="chosen"
              :adding="adding"
              :outlined="shows"
              @press="photo.press"
              @choose="chosen = $event"
              @move="photo.move"
              @add="add"
              @remove="photo.remove"
            />
            <LayoutThumb
              v-if="balls.length"
              class="over"
              :style="{ opacity: drawn / 100 }"
              :document="layout"
            />
          </div>
          <label v-if="balls.length" class="slide"
            >{{ text.photo }} <Slider v-model="drawn" :aria-label="text.photoOrDrawing" />
            {{ text.drawing }}</label
          >
        </div>
        <div class="side">
          <LayoutThumb v-if="balls.length" class="beside" :document="layout" />
          <PhotoBalls
            v-if="isRead && !outlined"
            v-model:adding="adding"
            :balls="balls"
            :chosen="chosen"
            :not-found="notFound"
            :all="all"
            @choose="chosen = $event"
            @rename="photo.rename"
            @confirm="photo.confirm"
            @remove="photo.remove"
            @put="addByKey"
          />
          <div class="acts">
            <Button
              v-if="shows && pockets.length === 6"
              :label="text.readAgain"
              :disabled="!isShifted || running"
              @click="photo.read()"
            />
            <template v-if="isRead">
              <Button
                v-if="!outlined"
                :label="toLookAt ? text.putAnyway(toLookAt) : text.putOnTheBoard"
                :disabled="!balls.length"
                @click="put"
              />
              <Button
                variant="outlined"
                :label="outlined ? text.showBalls : text.mendOutline"
                @click="outlined = !outlined"
              />
              <Button v-if="!outlined" variant="outlined" :label="text.turnEndForEnd" @click="photo.turn()" />
            </template>
            <template v-else-if="!running">
              <Button v-if="pockets.length" variant="text" :label="text.pressAnew" @click="photo.unpress()" />
              <Button v-else variant="text" :label="text.marksInstead" @click="photo.mark()" />
            </template>
            <PhotoPick v-if="!running" again @pick="photo.take" />
          </div>
        </div>
      </div>
    </template>
  </Dialog>
</template>

<style scoped>
p {
  margin: 0 0 8px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 8px 0;
}
.idle {
  visibility: hidden;
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
.both {
  display: grid;
  grid-template-columns: minmax(0, 8fr) minmax(0, 5fr);
  gap: 16px;
  align-items: start;
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

<style>
/* The picture needs all the width that a phone has. */
@media (max-width: 760px) {
  .p-dialog-mask > .p-dialog.photo-dialog {
    margin: 0;
    width: 100% !important;
    max-height: 100%;
    border-radius: 0;
    border: 0;
  }
  .p-dialog.photo-dialog .p-dialog-header {
    padding-block: 6px;
  }
  .p-dialog.photo-dialog .p-dialog-content {
    padding-inline: 12px;
  }
}
</style>
