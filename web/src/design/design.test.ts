import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { BALL_COLOURS, pathColour } from './colours'

const SOURCES = join(import.meta.dirname, '..')
const files = readdirSync(SOURCES, { recursive: true, encoding: 'utf8' }).filter((file) =>
  /\.(vue|css|ts)$/.test(file),
)
const read = (file: string) => readFileSync(join(SOURCES, file), 'utf8')
const COLOUR = /#[0-9a-f]{3,8}\b|\b(?:rgba?|hsla?|oklch)\(\s*\d/gi
const luminance = (hex: string) => {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => {
    const part = parseInt(hex.slice(at, at + 2), 16) / 255
    return part <= 0.03928 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4
  })
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
/** Source: W3C, Web Content Accessibility Guidelines 2.1, contrast ratio. */
const contrast = (one: string, two: string) => {
  const [light, dark] = [luminance(one), luminance(two)].sort((a, b) => b - a) as [number, number]
  return (light + 0.05) / (dark + 0.05)
}

describe('colours', () => {
  it('stand in the design’s folder and nowhere else, so that none forgets the hall', () => {
    const strays = files
      .filter((file) => !file.startsWith('design') && !file.endsWith('schema.d.ts'))
      .flatMap((file) => (read(file).match(COLOUR) ?? []).map((colour) => `${file}: ${colour}`))
    expect(strays).toEqual([])
  })
  it('of text reach 4.5 to 1 on paper and sheet in both themes', () => {
    const css = read('design/tokens.css')
    const [day, hall] = [css.slice(0, css.indexOf('@media screen')), css.slice(css.indexOf('@media screen'))]
    for (const theme of [day, hall]) {
      const token = (name: string) => new RegExp(`--${name}: (#[0-9a-f]{6});`).exec(theme)?.[1] ?? ''
      for (const text of ['ink', 'muted', 'brass', 'foul']) {
        for (const ground of ['paper', 'sheet']) {
          expect(contrast(token(text), token(ground)), `${text} on ${ground}`).toBeGreaterThan(4.5)
        }
      }
    }
  })
  it('of stripes are those of the solids seven below', () => {
    for (let n = 9; n <= 15; n++) expect(BALL_COLOURS[n]).toBe(BALL_COLOURS[n - 8])
    expect(pathColour('3')).not.toBe(pathColour('4'))
  })
})
