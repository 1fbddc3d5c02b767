<script setup lang="ts">
import { onMounted, onUnmounted, ref, watch } from 'vue'
import type { DenseStroke } from './dense'

/** Draws many strokes once, crisp at the size shown; nothing above it that moves makes it draw again. */
const props = defineProps<{ strokes: DenseStroke[]; viewBox: string }>()
const canvas = ref<HTMLCanvasElement | null>(null)
/** Drawing stops for the next frame after this long, ms: thousands of strokes must not hold up what moves. */
const SLICE_MS = 5
let asked = 0
let drawn = 0
let sizes: ResizeObserver | undefined

function begin() {
  const [x = 0, y = 0, width = 1, height = 1] = props.viewBox.split(' ').map(Number)
  const target = canvas.value
  const pen = target?.getContext('2d')
  if (!target || !pen) return
  const sharp = Math.min(3, window.devicePixelRatio || 1)
  target.width = Math.round(target.clientWidth * sharp)
  target.height = Math.round(target.clientHeight * sharp)
  const scale = Math.min(target.width / width, target.height / height)
  pen.setTransform(scale, 0, 0, scale, -x * scale, -y * scale)
  pen.lineCap = 'round'
  pen.lineJoin = 'round'
  drawn = 0
  goOn(pen)
}
function goOn(pen: CanvasRenderingContext2D) {
  asked = 0
  const until = performance.now() + SLICE_MS
  while (drawn < props.strokes.length && performance.now() < until) {
    const stroke = props.strokes[drawn++] as DenseStroke
    pen.strokeStyle = stroke.colour
    pen.lineWidth = stroke.width
    pen.globalAlpha = stroke.opacity
    pen.stroke(new Path2D(stroke.d))
  }
  if (drawn < props.strokes.length) asked = requestAnimationFrame(() => goOn(pen))
}
function ask() {
  cancelAnimationFrame(asked)
  asked = requestAnimationFrame(begin)
}
onMounted(() => {
  sizes = new ResizeObserver(ask)
  if (canvas.value) sizes.observe(canvas.value)
})
onUnmounted(() => {
  sizes?.disconnect()
  cancelAnimationFrame(asked)
})
watch([() => props.strokes, () => props.viewBox], ask, { immediate: true })
</script>

<template>
  <canvas ref="canvas" aria-hidden="true" :data-strokes="strokes.length" />
</template>
