import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

/** What runs without a browser: functions of the pages, in Node. */
export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('src', import.meta.url)) } },
  test: { include: ['test/**/*.test.ts'], environment: 'node' },
})
