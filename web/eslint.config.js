import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

/** The page's floors, the lowest first: each imports only those before it. */
const FLOORS = [
  'api',
  'words',
  'design',
  'parts',
  'drawing',
  'session',
  'board',
  'stores',
  'shots',
  'frame',
  'places',
]
const floors = FLOORS.map((floor, height) => ({
  files: [`src/${floor}/**`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: FLOORS.slice(height + 1).flatMap((above) => [`@/${above}/**`, `**/../${above}/**`]),
            message: `${floor} knows nothing of what stands above it.`,
          },
        ],
      },
    ],
  },
})).slice(0, -1)

export default ts.config(
  { ignores: ['dist', 'src/api/schema.d.ts'] },
  js.configs.recommended,
  ...ts.configs.strict,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    // TypeScript itself knows the browser's names; of components nobody imported it says nothing.
    rules: {
      'no-undef': 'off',
      'vue/no-undef-components': ['error', { ignorePatterns: ['Router(Link|View)'] }],
    },
  },
  ...floors,
  {
    files: ['src/**'],
    ignores: ['src/session/kept.ts', 'src/**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        { name: 'localStorage', message: 'Use session/kept: blocked storage breaks nothing there.' },
      ],
    },
  },
  prettier,
)
