<script setup lang="ts">
import { onMounted, onUnmounted, ref, watch } from 'vue'
import type { DenseStroke } from './dense'

/** Draws many strokes once, crisp at the size shown; nothing above it that moves makes it draw again. */
const props = defineProps<{ strokes: DenseStroke[]; viewBox: string }>()
const canvas = ref<HTMLCanvasElement | null>(null)
let asked = 0
let sizes: ResizeObserver | undefined

function draw() {
  asked = 0
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
  for (const stroke of props.strokes) {
    pen.strokeStyle = stroke.colour
    pen.lineWidth = stroke.width
    pen.globalAlpha = stroke.opacity
    pen.stroke(new Path2D(stroke.d))
  }
}
const ask = () => (asked ||= requestAnimationFrame(draw))
onMounted(() => {
  sizes = new ResizeObserver(ask)
  if (canvas.value) sizes.observe(canvas.value)
})
onUnmounted(() => {
  sizes?.disconnect()
  cancelAnimationFrame(asked)
})
watch(() => [props.strokes, props.viewBox], ask, { immediate: true })
</script>

<template>
  <canvas ref="canvas" aria-hidden="true" :data-strokes="strokes.length" />
</template>
