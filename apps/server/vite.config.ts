import { readFileSync } from 'node:fs'
import { defineConfig } from 'vite'

const { version } = JSON.parse(readFileSync(new URL('../../package.json', import.meta.url), 'utf8')) as { version: string }

export default defineConfig({
  define: { __INGLE_VERSION__: JSON.stringify(version) },
  ssr: { noExternal: [/^@ingle\//, 'psychrolib', 'd3-scale'] },
  build: {
    ssr: true,
    rolldownOptions: {
      // All in one folder: what finds its neighbours by its own address finds them wherever it was put.
      output: { chunkFileNames: 'part-[name]-[hash].js' },
      input: {
        main: 'src/main.ts',
        addCrew: 'src/addCrew.ts',
        operate: 'src/operate.ts',
        standIn: 'src/standIn.ts',
        papersWorker: 'src/papers/worker.ts',
      },
    },
    target: 'node20',
    outDir: 'dist',
    sourcemap: true,
    emptyOutDir: true,
  },
})
