import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import vue from '@vitejs/plugin-vue'
import type { Plugin } from 'vite'
import { defineConfig } from 'vitest/config'

/* What is loaded is compressed once, as far as it goes, instead of each time that somebody asks for it. */
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

export default defineConfig({
  plugins: [vue(), compressed()],
  /* The server says where the page stands; what it loads is named from there. */
  base: './',
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 800,
    /* What several screens need comes in few files: over a slow line each costs its own way there and back. */
    rolldownOptions: { output: { advancedChunks: { groups: [{ name: 'shared', minShareCount: 4 }] } } },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8321' } },
  test: { environment: 'jsdom' },
})
