/** The table's drawing as a file of its own: every style that the page gives it is written into it. */
import type { DenseStroke } from './dense'

const STYLES = [
  'fill', 'fill-opacity', 'stroke', 'stroke-width', 'stroke-dasharray', 'stroke-linejoin',
  'stroke-linecap', 'opacity', 'font-family',
  'font-size', 'font-weight', 'text-anchor', 'paint-order',
] // prettier-ignore
const PIXELS_ACROSS = 2400
const SVG = 'http://www.w3.org/2000/svg'

function withStyles(svg: SVGSVGElement): SVGSVGElement {
  const clone = svg.cloneNode(true) as SVGSVGElement
  const [shown, written] = [svg, clone].map((root) => [...root.querySelectorAll<SVGElement>('*')])
  shown?.forEach((element, i) => {
    const style = getComputedStyle(element)
    const target = written?.[i]
    for (const name of STYLES) target?.style.setProperty(name, style.getPropertyValue(name))
    // What the style says is written out; a token's name means nothing in a file.
    for (const name of ['class', 'tabindex', 'role', 'fill', 'stroke']) target?.removeAttribute(name)
  })
  return clone
}

/** The bed, what the canvas shows, and the shot with the balls: one drawing without a canvas, crisp at any size. */
export function pictureOf(bed: SVGSVGElement, dense: DenseStroke[], top: SVGSVGElement): SVGSVGElement {
  const picture = document.createElementNS(SVG, 'svg')
  const viewBox = top.getAttribute('viewBox') ?? ''
  const [, , width = 1, height = 1] = viewBox.split(' ').map(Number)
  picture.setAttribute('viewBox', viewBox)
  picture.setAttribute('width', String(PIXELS_ACROSS))
  picture.setAttribute('height', String(Math.round((PIXELS_ACROSS * height) / width)))
  picture.append(...withStyles(bed).children, ...dense.map(pathFor), ...withStyles(top).children)
  return picture
}
function pathFor(stroke: DenseStroke): SVGPathElement {
  const path = document.createElementNS(SVG, 'path')
  path.setAttribute('d', stroke.d)
  path.setAttribute('fill', 'none')
  path.setAttribute('style', `stroke: ${stroke.colour}`)
  path.setAttribute('stroke-width', String(stroke.width))
  path.setAttribute('stroke-linecap', 'round')
  path.setAttribute('opacity', stroke.opacity.toFixed(3))
  return path
}

export function svgFile(picture: SVGSVGElement): Blob {
  return new Blob([new XMLSerializer().serializeToString(picture)], { type: 'image/svg+xml' })
}

export async function pngFile(picture: SVGSVGElement): Promise<Blob> {
  const address = URL.createObjectURL(svgFile(picture))
  try {
    const image = new Image()
    image.src = address
    await image.decode()
    const canvas = document.createElement('canvas')
    canvas.width = image.width
    canvas.height = image.height
    canvas.getContext('2d')?.drawImage(image, 0, 0)
    const file = await new Promise<Blob | null>((take) => canvas.toBlob(take, 'image/png'))
    if (!file) throw new Error('The browser made no picture')
    return file
  } finally {
    URL.revokeObjectURL(address)
  }
}
