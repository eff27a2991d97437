/** `npm run jot-score`: how many of the lines that technicians would type the jot line understands, by stage and units. */
import { join } from 'node:path'
import { checkNode, ensurePackages, ROOT } from './install.mjs'
import { say } from './say.mjs'

checkNode()
ensurePackages()
const { runnerImport } = await import('vite')
const { module } = await runnerImport(join(ROOT, 'packages/core/src/jot/score/score.ts'), {
  root: ROOT,
  configFile: false,
  logLevel: 'error',
})
const scored = module.scoreLines()
const share = (list) => `${list.filter((one) => one.as === 'understood').length} of ${list.length}`
const groups = new Map()
for (const one of scored) groups.set(`${one.stage}, ${one.units}`, [...(groups.get(`${one.stage}, ${one.units}`) ?? []), one])
for (const [name, list] of groups) say(`${name.padEnd(20)} ${share(list)}`)
say('')
for (const one of scored.filter(({ as }) => as !== 'understood')) {
  const { got } = one
  const answer = got.state === 'wrong' ? `${got.reason} ${got.remedy}` : got.state === 'ready' ? got.reads : `… ${got.needs}`
  say(`${one.as.padEnd(10)} ${one.units.padEnd(6)} ${one.line}\n           ${answer}`)
}
const understood = scored.filter((one) => one.as === 'understood').length
say(`\nUnderstood ${understood} of ${scored.length}: ${((100 * understood) / scored.length).toFixed(1)} %`)
