/** A picture as it is sent: turned as it was held, at the size in which it is read, without what its file tells. */
import type { Problem } from '@/api/client'
import { text } from '@/words/text/photo'

export interface Shrunk {
  file: File
  url: string
  width: number
  height: number
}
const LONGEST_PX = 1600
const SMALLEST_PX = 480
const MOST_BYTES = 2_000_000

/** Refused in words: what this browser cannot read, and what is too small to be a table. */
export class PictureRefused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.what)
  }
}
const refused = (what: string, accepted: string) => new PictureRefused({ where: '', what, accepted })

export async function shrunk(picked: Blob): Promise<Shrunk> {
  const bitmap = await createImageBitmap(picked, { imageOrientation: 'from-image' }).catch(() => {
    throw refused(text.cannotBeRead, text.useJpegOrPng)
  })
  const scale = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height))
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)]
  if (Math.min(width, height) < SMALLEST_PX) throw refused(text.tooSmall(width, height), text.takeItLarger)
  const canvas = Object.assign(document.createElement('canvas'), { width, height })
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, width, height)
  bitmap.close()
  for (const quality of [0.92, 0.8, 0.6]) {
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', quality))
    if (blob && blob.size <= MOST_BYTES)
      return { file: new File([blob], 'table.jpg'), url: URL.createObjectURL(blob), width, height }
  }
  throw refused(text.cannotBeRead, text.useJpegOrPng)
}

/** The bytes of a JPEG in base 64. */
export function fromBase64(jpeg: string): Blob {
  const bytes = Uint8Array.from(atob(jpeg), (letter) => letter.charCodeAt(0))
  return new Blob([bytes], { type: 'image/jpeg' })
}
