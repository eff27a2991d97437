/**
 * `npm run vectors -- FILE…`: answers worked cases by core's public functions and prints {"<id>": {…}}, with the cases
 * that core cannot answer listed under "unanswered". No logic of its own.
 */
import { readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { checkNode, ensurePackages, ROOT } from './install.mjs'
import { stop } from './say.mjs'

checkNode()
ensurePackages()
const files = process.argv.slice(2)
if (files.length === 0) stop('No file named.', 'Like: npm run vectors -- packages/core/vectors/airflow.json')
const { runnerImport } = await import('vite')
const { module: core } = await runnerImport(join(ROOT, 'packages/core/src/vectors/answers.ts'), {
  root: ROOT,
  configFile: false,
  logLevel: 'error',
})
const answers = {}
const unanswered = []
for (const file of files) {
  let cases
  try {
    cases = JSON.parse(readFileSync(resolve(process.env.INIT_CWD ?? '.', file), 'utf8'))
  } catch (error) {
    stop(`${file} cannot be read: ${error.message}`, 'Name a JSON file with a list of cases.')
  }
  for (const one of cases) {
    const answer = core.answerCase(one.id, one.in)
    if (answer) answers[one.id] = answer
    else unanswered.push(one.id)
  }
}
process.stdout.write(`${JSON.stringify({ ...answers, unanswered }, null, 1)}\n`)
