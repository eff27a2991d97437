import { build, type InlineConfig, type Rolldown } from 'vite'

/**
 * Which file a module goes into. Left alone the bundler makes a file of every set of pages that share something: a hundred
 * of them for one stage, and on a slow line each is a way to the server and back. So what the shell needs, what any visit
 * needs, what writes things down and reads the jot line, and what goes over every stage become one file each; the rest stays as the bundler likes it.
 *
 * What a page needs is known only after unused parts have been shaken off: the packages are imported through their index.
 * Hence a first build, whose files are looked through and thrown away.
 */

/** From the inside out: a module goes with the first of these whose pages need it. */
const FILES = [
  ['shell', ['/src/main.tsx']],
  ['visit', ['/src/visit/VisitFrame.tsx', '/src/stages/airflow/AirflowStage.tsx', '/src/stages/airflow/Airflow.tsx']],
  ['work', ['/src/sync/desk.ts', '/src/sync/roundHere.ts', '/src/visit/jotWords.ts']],
  ['meaning', ['/src/visit/meaning.ts']],
] as const

export async function chunkPlan(config: InlineConfig): Promise<(id: string) => string | null> {
  const built = (await build({
    ...config,
    configFile: false,
    logLevel: 'error',
    build: { ...config.build, write: false, sourcemap: false, minify: false },
  })) as Rolldown.RolldownOutput
  const chunks = built.output.filter((one): one is Rolldown.OutputChunk => one.type === 'chunk')
  const named = new Map<string, string>()
  for (const [name, pages] of FILES)
    for (const page of pages) {
      const first = chunks.find((one) => one.moduleIds.some((id) => id.endsWith(page)))
      if (!first) throw new Error(`No file of the build holds ${page}: say in build/chunks.ts where it went`)
      for (const file of filesBehind(first, chunks))
        for (const id of chunks.find((one) => one.fileName === file)?.moduleIds ?? []) if (!named.has(id)) named.set(id, name)
    }
  return (id) => named.get(id) ?? null
}

/** A file and everything that it names, itself first. */
export function filesBehind(of: Rolldown.OutputChunk, chunks: readonly Rolldown.OutputChunk[]): string[] {
  const seen = new Set<string>()
  const walk = (name: string) => {
    if (seen.has(name)) return
    seen.add(name)
    for (const next of chunks.find((one) => one.fileName === name)?.imports ?? []) walk(next)
  }
  walk(of.fileName)
  return [...seen]
}
