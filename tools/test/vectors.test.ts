import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

const ROOT = join(fileURLToPath(import.meta.url), '../../..')
const run = (...files: string[]) =>
  spawnSync(process.execPath, [join(ROOT, 'tools/vectors.mjs'), ...files], { cwd: ROOT, encoding: 'utf8' })

describe('npm run vectors', () => {
  it('answers each case by its id and lists those that it cannot', () => {
    const file = join(mkdtempSync(join(tmpdir(), 'ingle-')), 'cases.json')
    writeFileSync(
      file,
      JSON.stringify([
        { id: 'tgt-901', what: 'x', in: { capacity_tons: 3, rated_cfm_per_ton: 400, altitude_ft: 0 } },
        { id: 'zon-901', in: {} },
        { id: 'constructor-1', in: {} },
      ]),
    )
    const answer = JSON.parse(run(file).stdout) as Record<string, unknown>
    expect(answer['tgt-901']).toEqual({ target_standard_cfm: 1200, density_ratio: 1, target_altitude_cfm: 1200 })
    expect(answer.unanswered).toEqual(['zon-901', 'constructor-1'])
  })
  it('says what is wrong with a file that it cannot read', () => {
    const { status, stderr } = run('/nowhere/x.json')
    expect(status).toBe(1)
    expect(stderr).toContain('/nowhere/x.json cannot be read')
    expect(run().stderr).toContain('No file named')
  })
})
