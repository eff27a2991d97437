/** The devices of the demo world, simulated, each on the address that the demo crew is allowed. */
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ROOT } from './install.mjs'

const STAND_INS = [
  ['hollin-d7', '7502'],
  ['hollin-e2', '7503'],
  ['hollin-rv', '7504'],
  ['quernstone-z6', '7505'],
]

/** Starts them all; `onTrouble` hears of one that cannot. Returns how to stop them. */
export function startStandIns(onTrouble) {
  const devices = STAND_INS.map(([profile, port]) => {
    const device = spawn(process.execPath, [join(ROOT, 'apps/server/dist/standIn.js'), profile, port], {
      stdio: ['ignore', 'ignore', 'pipe'],
    })
    device.stderr.on('data', (chunk) => onTrouble(`Without the simulated ${profile}: ${String(chunk).trim()}`))
    return device
  })
  return () => {
    for (const device of devices) device.kill()
  }
}
