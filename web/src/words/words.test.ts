import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parse } from 'vue/compiler-sfc'
import { describe, expect, it } from 'vitest'
import { german } from './german'
import { counted, decimal } from './numbers'

const SRC = new URL('..', import.meta.url).pathname
const files = (readdirSync(SRC, { recursive: true }) as string[]).filter(
  (name) => /\.(vue|ts)$/.test(name) && !/\.(test|d)\.ts$/.test(name),
)
const read = (name: string) => readFileSync(join(SRC, name), 'utf8')
/** What help tells stands in its page: it is prose with links, all of it in one place. */
const PROSE = 'places/help/'
const SPOKEN = ['aria-label', 'title', 'placeholder', 'label', 'alt', 'header']
interface Node {
  type: number
  content?: string
  tag?: string
  props?: { type: number; name: string; value?: { content: string } }[]
  children?: Node[]
}

/** Words that stand in a template itself: texts of two letters and more, and attributes that are read out. */
function bareWords(node: Node): string[] {
  const own = node.type === 2 ? [node.content ?? ''] : []
  const said = (node.props ?? [])
    .filter(({ type, name }) => type === 6 && SPOKEN.includes(name))
    .map(({ value }) => value?.content ?? '')
  const below = (node.children ?? []).flatMap((child) => bareWords(child))
  return [...own, ...said, ...below].filter((words) => /\p{L}{2}/u.test(words))
}

describe('words', () => {
  it('stand in their catalogues, none in a template', () => {
    const bare = files
      .filter((name) => name.endsWith('.vue') && !name.startsWith(PROSE))
      .flatMap((name) => {
        const template = parse(read(name)).descriptor.template
        return bareWords((template?.ast ?? { type: 0 }) as unknown as Node).map(
          (words) => `${name}: ${words.trim()}`,
        )
      })
    expect(bare.filter((found) => !/: (m\/s|mm)$/.test(found))).toEqual([])
  })
  it('are all used', () => {
    const unused = readdirSync(join(SRC, 'words/text')).flatMap((catalogue) => {
      const place = catalogue.replace('.ts', '')
      const users = files.map(read).filter((source) => source.includes(`@/words/text/${place}'`))
      const keys = [...read(`words/text/${catalogue}`).matchAll(/^ {2}(\w+):/gm)].map(
        ([, key]) => `text.${key}`,
      )
      return keys.filter(
        (key) => !users.some((source) => new RegExp(`\\b${key.replace('.', '\\.')}\\b`).test(source)),
      )
    })
    expect(unused).toEqual([])
  })
  it('are said in the second language wherever it says that it speaks it', async () => {
    for (const [place, told] of Object.entries(german)) {
      expect(existsSync(join(SRC, `words/text/${place}.ts`))).toBe(true)
      const { text } = (await import(`./text/${place}.ts`)) as { text: Record<string, unknown> }
      expect(Object.keys(told).sort()).toEqual(Object.keys(text).sort())
    }
    expect(german.library.ballsCounted(1)).toBe('eine Kugel')
    expect(german.shots.points('−', 2.5)).toBe('−2,5 Punkte')
  })
})

describe('numbers', () => {
  it('go with the right form of their noun', () => {
    expect([0, 1, 2].map((n) => counted(n, 'match', 'matches'))).toEqual([
      '0 matches',
      '1 match',
      '2 matches',
    ])
  })
  it('have as many digits as asked for, and none set apart', () => {
    expect([decimal(2), decimal(0.25, 2), decimal(12345.678, 0)]).toEqual(['2.0', '0.25', '12346'])
  })
})
