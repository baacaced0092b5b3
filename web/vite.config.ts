import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue()],
  /* The server says where the page stands; what it loads is named from there. */
  base: './',
  build: { target: 'es2022', chunkSizeWarningLimit: 800 },
  server: { proxy: { '/api': 'http://127.0.0.1:8321' } },
  test: { environment: 'jsdom' },
})
