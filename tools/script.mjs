/** Runs a script of this folder over a database, as whoever runs a server calls it. */
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ROOT } from './install.mjs'

export const runScript = (url, script, ...words) =>
  new Promise((done) => {
    const child = spawn(process.execPath, [join(ROOT, 'tools', `${script}.mjs`), ...words], {
      env: { ...process.env, DATABASE_URL: url },
    })
    let said = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += String(chunk)))
    child.on('exit', (code) => done({ code, said }))
  })
