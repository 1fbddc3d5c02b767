/** The table's drawing as a file of its own: every style that the page gives it is written into it. */
const STYLES = [
  'fill', 'fill-opacity', 'stroke', 'stroke-width', 'stroke-dasharray', 'stroke-linejoin', 'opacity', 'font-family',
  'font-size', 'font-weight', 'text-anchor', 'paint-order',
] // prettier-ignore
const PIXELS_ACROSS = 2400

function withStyles(svg: SVGSVGElement): SVGSVGElement {
  const clone = svg.cloneNode(true) as SVGSVGElement
  const [shown, written] = [svg, clone].map((root) => [...root.querySelectorAll<SVGElement>('*')])
  shown?.forEach((element, i) => {
    const style = getComputedStyle(element)
    const target = written?.[i]
    for (const name of STYLES) target?.style.setProperty(name, style.getPropertyValue(name))
    for (const name of ['class', 'tabindex', 'role']) target?.removeAttribute(name)
  })
  clone.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  const [, , width = 1, height = 1] = (svg.getAttribute('viewBox') ?? '').split(' ').map(Number)
  clone.setAttribute('width', String(PIXELS_ACROSS))
  clone.setAttribute('height', String(Math.round((PIXELS_ACROSS * height) / width)))
  return clone
}

export function svgFile(svg: SVGSVGElement): Blob {
  return new Blob([new XMLSerializer().serializeToString(withStyles(svg))], { type: 'image/svg+xml' })
}

export async function pngFile(svg: SVGSVGElement): Promise<Blob> {
  const address = URL.createObjectURL(svgFile(svg))
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
