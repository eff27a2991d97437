import { spawnSync } from 'node:child_process'
import { rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

const ROOT = join(fileURLToPath(import.meta.url), '../../..')

/** Faults, planted where they must be found. */
const FAULTS = [
  {
    what: 'core to record',
    in: 'packages/core',
    text: "import { fold } from '@ingle/record'\n\nexport const planted = fold\n",
    rule: 'noRestrictedImports',
  },
  {
    what: 'core to Node',
    in: 'packages/core',
    text: "import { readFileSync } from 'node:fs'\n\nexport const planted = readFileSync\n",
    rule: 'noRestrictedImports',
  },
  {
    what: 'record to catalog',
    in: 'packages/record',
    text: "import { PROFILES } from '@ingle/catalog'\n\nexport const planted = PROFILES\n",
    rule: 'noRestrictedImports',
  },
  {
    what: 'catalog to report',
    in: 'packages/catalog',
    text: "import { fullRecord } from '@ingle/report'\n\nexport const planted = fullRecord\n",
    rule: 'noRestrictedImports',
  },
  {
    what: 'record to bench',
    in: 'packages/record',
    text: "import { STAGES } from '@ingle/bench'\n\nexport const planted = STAGES\n",
    rule: 'noRestrictedImports',
  },
  {
    what: 'catalog to bench',
    in: 'packages/catalog',
    text: "import { STAGES } from '@ingle/bench'\n\nexport const planted = STAGES\n",
    rule: 'noRestrictedImports',
  },
  {
    what: 'bench to report',
    in: 'packages/bench',
    text: "import { fullRecord } from '@ingle/report'\n\nexport const planted = fullRecord\n",
    rule: 'noRestrictedImports',
  },
  {
    what: 'report to the server',
    in: 'packages/report',
    text: "import { slug } from '../../../apps/server/src/http/attachment.ts'\n\nexport const planted = slug\n",
    rule: 'noRestrictedImports',
  },
  {
    what: 'web to the server',
    in: 'apps/web',
    text: "import { slug } from '../../server/src/http/attachment.ts'\n\nexport const planted = slug\n",
    rule: 'noRestrictedImports',
  },
  {
    what: 'web to the demo world',
    in: 'apps/web',
    text: "import { TIDEWELL_ID } from '@ingle/catalog/demo'\n\nexport const planted = TIDEWELL_ID\n",
    rule: 'noRestrictedImports',
  },
  {
    what: 'server to React',
    in: 'apps/server',
    text: "import { useState } from 'react'\n\nexport const planted = useState\n",
    rule: 'noRestrictedImports',
  },
  {
    what: 'a package that is not declared',
    in: 'packages/record',
    text: "import { scaleLinear } from 'd3-scale'\n\nexport const planted = scaleLinear\n",
    rule: 'noUndeclaredDependencies',
  },
  {
    what: 'the clock in core',
    in: 'packages/core',
    text: 'export const planted = () => Date.now()\n',
    rule: 'noRestrictedGlobals',
  },
  {
    what: 'the network in core',
    in: 'packages/core',
    text: "export const planted = () => fetch('/x')\n",
    rule: 'noRestrictedGlobals',
  },
  {
    what: 'the page in core',
    in: 'packages/core',
    text: 'export const planted = () => document.title\n',
    rule: 'noRestrictedGlobals',
  },
  {
    what: 'ids made by chance in core',
    in: 'packages/core',
    text: 'export const planted = () => crypto.randomUUID()\n',
    rule: 'noRestrictedGlobals',
  },
  {
    what: 'chance in core',
    in: 'packages/core',
    text: 'export const planted = () => Math.random()\n',
    rule: 'Random is passed in',
  },
  {
    what: 'an id that nobody parsed',
    in: 'packages/bench',
    text: "import type { SiteId } from '@ingle/record'\n\nexport const planted = (text: string) => text as SiteId\n",
    rule: 'Ids are made where they are parsed',
  },
  {
    what: 'a cycle of types',
    in: 'packages/record',
    text: "import type { There } from './plantedAgain.ts'\n\nexport type Here = There | null\n",
    rule: 'noImportCycles',
  },
] as const
const ALLOWED = { in: 'packages/record', text: "import { ok } from '@ingle/core'\n\nexport const planted = ok\n" }

const files = [...FAULTS, ALLOWED].map((one, i) => `${one.in}/src/planted${i}.ts`)
const CYCLE = FAULTS.findIndex(({ what }) => what === 'a cycle of types')
const OTHER_HALF = join(ROOT, 'packages/record/src/plantedAgain.ts')
let said = new Map<string, string[]>()

/** The rules are worth something only while they bite: each fault is planted, linted, and taken out again. */
describe('the arrows between the workspaces', () => {
  beforeAll(() => {
    for (const [i, one] of [...FAULTS, ALLOWED].entries()) writeFileSync(join(ROOT, files[i] ?? ''), one.text)
    writeFileSync(OTHER_HALF, `import type { Here } from './planted${CYCLE}.ts'\n\nexport type There = Here[]\n`)
    const biome = join(ROOT, 'node_modules/@biomejs/biome/bin/biome')
    const run = spawnSync(process.execPath, [biome, 'lint', '--reporter=github', '--max-diagnostics=200', ...files], {
      cwd: ROOT,
      encoding: 'utf8',
    })
    said = new Map(files.map((file) => [file, run.stdout.split('\n').filter((line) => line.includes(`${file},line=`))]))
  }, 60_000)
  afterAll(() => {
    for (const file of [...files.map((one) => join(ROOT, one)), OTHER_HALF]) rmSync(file, { force: true })
  })

  it.each(FAULTS.map((fault, i) => [fault.what, fault.rule, i] as const))('%s is found by %s', (_, rule, i) => {
    expect(said.get(files[i] ?? '')?.join('\n')).toContain(rule)
  })

  it('what is allowed is let through', () => expect(said.get(files.at(-1) ?? '')).toEqual([]))
})
