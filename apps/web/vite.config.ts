import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig, type InlineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'
import { chunkPlan } from './build/chunks.ts'
import { firstPaint } from './build/firstPaint.ts'

const shared: InlineConfig = {
  root: import.meta.dirname,
  // The same library without its stand-ins for Map and WeakMap, which every browser of today has.
  resolve: { alias: [{ find: /^reflect-metadata$/, replacement: 'reflect-metadata/lite' }] },
  worker: { format: 'es' },
}

const pwa = VitePWA({
  registerType: 'autoUpdate',
  // By the app itself, when the first page is there.
  injectRegister: null,
  includeAssets: ['icon.svg'],
  manifest: {
    name: 'Ingle',
    short_name: 'Ingle',
    description: 'Measure, work out, set, prove, hand over.',
    theme_color: '#22312f',
    background_color: '#f4f0e6',
    display: 'standalone',
    icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
  },
  workbox: {
    globPatterns: ['**/*.{js,css,html,svg,woff2}'],
    globIgnores: ['**/*-{cyrillic,greek,vietnamese}*'],
    navigateFallbackDenylist: [/^\/api\//],
  },
})

/** Libraries that do nothing by being there and do not say so: they go where they are used, not with every page of core. */
const TREESHAKE = {
  moduleSideEffects: [{ test: /node_modules\/(jstat|ical\.js|papaparse|psychrolib)\//, sideEffects: false }],
}

const build: InlineConfig['build'] = {
  target: 'baseline-widely-available',
  sourcemap: true,
  chunkSizeWarningLimit: 900,
  rolldownOptions: { output: { strictExecutionOrder: true }, treeshake: TREESHAKE },
}

export default defineConfig(async ({ command }) => {
  const nameOf = command === 'build' ? await chunkPlan({ ...shared, build, plugins: [react()] }) : () => null
  return {
    ...shared,
    plugins: [react(), tailwindcss(), pwa, firstPaint()],
    build: {
      ...build,
      rolldownOptions: {
        treeshake: TREESHAKE,
        output: {
          // What decorators write to has to be there before the first class that is decorated, whatever chunk that is in.
          strictExecutionOrder: true,
          codeSplitting: { includeDependenciesRecursively: false, groups: [{ name: (id: string) => nameOf(id) }] },
        },
      },
    },
    server: { host: '127.0.0.1', proxy: { '/api': process.env.INGLE_API ?? 'http://127.0.0.1:7310' } },
  }
})
