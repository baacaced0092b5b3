import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import vue from '@vitejs/plugin-vue'
import subsetFont from 'subset-font'
import type { Plugin } from 'vite'
import { defineConfig } from 'vitest/config'

/* Compresses assets once at build time. */
function compressed(): Plugin {
  let assets = ''
  return {
    name: 'compressed',
    apply: 'build',
    configResolved: config => {
      assets = join(config.root, config.build.outDir, 'assets')
    },
    closeBundle: () => {
      for (const name of readdirSync(assets).filter(file => /\.(js|css|svg)$/.test(file))) {
        const file = join(assets, name)
        const content = readFileSync(file)
        writeFileSync(`${file}.br`, brotliCompressSync(content))
        writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }))
      }
    },
  }
}

/* Assets needed by every screen are preloaded by the page itself. */
function sooner(): Plugin {
  return {
    name: 'sooner',
    transformIndexHtml: {
      order: 'post',
      handler: (_, { bundle = {} }) =>
        Object.values(bundle)
          .filter(part => part.type === 'chunk' && part.name === 'shared')
          .map(({ fileName }) => ({
            tag: 'link',
            attrs: { rel: 'modulepreload', crossorigin: true, href: `./${fileName}` },
            injectTo: 'head',
          })),
    },
  }
}

/* Generates the fonts of letters.css: subsets of each weight with the characters named there. */
function letters(): Plugin {
  return {
    name: 'letters',
    buildStart: async () => {
      const css = readFileSync('src/style/letters.css', 'utf8')
      mkdirSync('node_modules/.letters', { recursive: true })
      for (const [, weight, range = ''] of css.matchAll(/font-weight: (\d+);[^}]*unicode-range:\s*([^;]+);/g)) {
        const text = range.split(',').map(lettersOf).join('')
        const font = `node_modules/@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-${weight}-normal.woff2`
        const some = await subsetFont(readFileSync(font), text, { targetFormat: 'woff2' })
        writeFileSync(`node_modules/.letters/${weight}.woff2`, some)
      }
    },
  }
}

/* U+20-7E, or a single one. */
function lettersOf(range: string): string {
  const [from = 0, to = from] = range
    .trim()
    .slice(2)
    .split('-')
    .map(code => parseInt(code, 16))
  return Array.from({ length: to - from + 1 }, (_, i) => String.fromCodePoint(from + i)).join('')
}

/* Modules shared by screens and those of reports are bundled into few files: on a slow connection each costs a round trip. */
const OF_REPORTS = /\/src\/(screens\/reader|views|composables)\//
const NOT_AT_ONCE =
  /\/src\/(views\/(charts\/(bars|lines|charts)\.ts|rows\/Group|DownloadPanel)|composables\/useSorting\.ts|screens\/reader\/(SentPanel|settings\/|notes\/(AsOf|ViewAs)Note|ViewAsMenu|StartGate))/
/* Modules shared only by authors' screens. */
const NOT_OF_REPORTS =
  /\/(B(Button|Link|Spinner|FormSelect\w*)|useForm(Check|Select))-|\/src\/(sentence|screens\/(?!reader))/
const groups = [
  /* Loaders must not wait for large modules. */
  {
    name: 'loading',
    test: /preload-helper|\/src\/(focus|api\/(address|preload|inAddress|location|project))\.ts$/,
    priority: 3,
  },
  { name: 'shared', test: (id: string): boolean => !NOT_OF_REPORTS.test(id), minShareCount: 4, priority: 2 },
  { name: 'editor', test: NOT_OF_REPORTS, minShareCount: 4, priority: 0 },
  { name: 'reader', test: (id: string): boolean => OF_REPORTS.test(id) && !NOT_AT_ONCE.test(id), priority: 1 },
]

export default defineConfig({
  plugins: [vue(), letters(), sooner(), compressed()],
  /* The page contains the server's base path; assets are relative to it. */
  base: './',
  /* Bootstrap uses Sass syntax that newer compilers warn about. */
  css: {
    preprocessorOptions: {
      scss: { silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'], quietDeps: true },
    },
  },
  /* Excludes Vue's Options API: our components and those of the libraries use functions. */
  define: { __VUE_OPTIONS_API__: 'false' },
  build: {
    outDir: 'target/classes/static',
    emptyOutDir: true,
    target: 'es2022',
    chunkSizeWarningLimit: 800,
    rolldownOptions: { output: { codeSplitting: { groups } } },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8321' } },
  /* One DOM environment per process instead of per file: creating it takes longer than the tests of a file. */
  test: {
    testTimeout: 20_000,
    environment: 'jsdom',
    isolate: false,
    css: { include: /bootstrap/ },
  },
})
