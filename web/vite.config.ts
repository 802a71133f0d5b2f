import { fileURLToPath } from 'node:url'
import VueI18n from '@intlify/unplugin-vue-i18n/vite'
import vue from '@vitejs/plugin-vue'
import Components from 'unplugin-vue-components/vite'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'
import { pageSizes } from './build/pageSizes'

const backend = process.env.BACKEND ?? 'http://127.0.0.1:9292'

export default defineConfig({
  plugins: [
    vue(),
    // Compiles the texts; the pages' own policy allows no code made of text.
    VueI18n({
      include: [fileURLToPath(new URL('src/words/en/*.json', import.meta.url))],
      fullInstall: false,
      dropMessageCompiler: true,
    }),
    Components({
      dirs: [],
      resolvers: [ElementPlusResolver({ importStyle: 'css' })],
      dts: 'src/components.d.ts',
    }),
    // The shell works with no signal; what it shows comes from IndexedDB, so no answer of the
    // server is cached here but the coast.
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: null,
      manifest: {
        name: 'Voucher',
        short_name: 'Voucher',
        description: 'Tag a fish, keep its time out of water short, read its story.',
        start_url: '/deck',
        display: 'standalone',
        background_color: '#f7f5ef',
        theme_color: '#1f5c4d',
        icons: [
          { src: '/mark-192.png', sizes: '192x192', type: 'image/png', purpose: 'any' },
          { src: '/mark-512.png', sizes: '512x512', type: 'image/png', purpose: 'any' },
          { src: '/mark-maskable.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
          { src: '/mark.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        globIgnores: ['**/*-{cyrillic,cyrillic-ext,greek,greek-ext,vietnamese}-*.woff2'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [
          /^\/api\//,
          /^\/auth\//,
          /^\/$/,
          /^\/species\//,
          /^\/(returns\.atom|meets\.ics)$/,
        ],
        cleanupOutdatedCaches: true,
        runtimeCaching: [
          {
            urlPattern: ({ url, sameOrigin }) => sameOrigin && url.pathname === '/api/coast',
            handler: 'StaleWhileRevalidate',
            options: { cacheName: 'coast' },
          },
        ],
      },
    }),
    // What a person downloads before a page works, in kB; the build fails when it grows beyond.
    pageSizes({
      Report: { entry: 'src/places/finds/ReportPage.vue', with: [], limitKb: 150 },
      Story: { entry: 'src/places/finds/StoryPage.vue', with: [], limitKb: 150 },
      Deck: { entry: 'src/places/deck/DeckPage.vue', with: [], workers: ['worker'], limitKb: 280 },
    }),
  ],
  resolve: { alias: { '@': fileURLToPath(new URL('src', import.meta.url)) } },
  build: {
    outDir: '../public/app',
    emptyOutDir: true,
    manifest: true,
    chunkSizeWarningLimit: 600,
    assetsInlineLimit: 0,
  },
  server: { proxy: { '/api': backend, '/auth': backend } },
})
