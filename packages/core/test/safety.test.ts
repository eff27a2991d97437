import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { SAFETY_KIND_IDS, safetyKind } from '../src/safety/safetyKinds.ts'

it('the table in the decisions is the one that the program goes by', () => {
  const text = readFileSync(new URL('../../../docs/decisions/0035-kinds-of-safety.md', import.meta.url), 'utf8')
  for (const id of SAFETY_KIND_IDS) {
    const { name, scope, rests, action, reset, silence, basis } = safetyKind(id)
    const row = `| ${name.replace(/^(?:an?|the) /, '')} | ${scope} | ${rests} | ${action} | ${reset} | ${silence ? 'yes' : 'no'} | ${basis} |`
    expect(text).toContain(row)
  }
})
