import { readFileSync } from 'node:fs'
import { defineConfig } from 'vite'

const { version } = JSON.parse(readFileSync(new URL('../../package.json', import.meta.url), 'utf8')) as { version: string }

export default defineConfig({
  define: { __INGLE_VERSION__: JSON.stringify(version) },
  ssr: { noExternal: [/^@ingle\//, 'psychrolib', 'd3-scale'] },
  build: {
    ssr: true,
    rolldownOptions: { input: { main: 'src/main.ts', addCrew: 'src/addCrew.ts', standIn: 'src/standIn.ts' } },
    target: 'node20',
    outDir: 'dist',
    sourcemap: true,
    emptyOutDir: true,
  },
})
