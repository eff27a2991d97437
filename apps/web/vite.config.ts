import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      registerType: 'autoUpdate',
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
    }),
  ],
  // The same library without its stand-ins for Map and WeakMap, which every browser of today has.
  resolve: { alias: [{ find: /^reflect-metadata$/, replacement: 'reflect-metadata/lite' }] },
  worker: { format: 'es' },
  build: {
    target: 'baseline-widely-available',
    sourcemap: true,
    chunkSizeWarningLimit: 700,
    rolldownOptions: {
      output: {
        // What decorators write to has to be there before the first class that is decorated, whatever chunk that is in.
        strictExecutionOrder: true,
      },
    },
  },
  server: { host: '127.0.0.1', proxy: { '/api': process.env.INGLE_API ?? 'http://127.0.0.1:7310' } },
})
