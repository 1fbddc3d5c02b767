import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import type { Plugin, Rolldown } from 'vite'
import { defineConfig } from 'vitest/config'

/** The page is asked for together with what starts it, not after it. */
const together: Plugin = {
  name: 'page-with-its-start',
  transformIndexHtml: {
    order: 'post',
    handler(_, { bundle = {} }) {
      const chunks = Object.values(bundle).filter(
        (part): part is Rolldown.OutputChunk => part.type === 'chunk',
      )
      const page = chunks.find(({ facadeModuleId }) => facadeModuleId?.endsWith('/src/main.ts'))
      const styles = [...(page?.viteMetadata?.importedCss ?? [])]
      return [
        ...[page?.fileName, ...(page?.imports ?? [])].map((name) => ['modulepreload', name] as const),
        ...styles.map((name) => ['stylesheet', name] as const),
      ].flatMap(([rel, name]) =>
        name
          ? [{ tag: 'link', attrs: { rel, crossorigin: true, href: `/${name}` }, injectTo: 'head' as const }]
          : [],
      )
    },
  },
}

export default defineConfig({
  plugins: [vue(), together],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: { include: ['src/**/*.test.ts'] },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 800,
    // Reading a word does nothing else: lists of words that a route has no use for are left out of it.
    rolldownOptions: { treeshake: { propertyReadSideEffects: false } },
  },
})
