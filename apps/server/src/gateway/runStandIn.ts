import 'reflect-metadata'
import { createInterface } from 'node:readline'
import { profileById } from '@ingle/catalog'
import { AIR_CALLS } from './airStandIn.ts'
import { FAULTS, type Fault, startStandIn } from './standIn.ts'

/**
 * `node standIn.js PROFILE PORT [FAULT [SPEED]]`: a simulated controller on loopback, until it is stopped. A unit lives
 * through SPEED seconds in each second; lines on its standard input turn the set point (`call heating`, `call none`).
 */
export function runStandIn(words: readonly string[]): void {
  const [profileId = 'hollin-d7', port = '7502', fault = 'none', speed = '1'] = words
  if (!FAULTS.includes(fault as Fault)) {
    process.stderr.write(`There is no fault “${fault}”; there are ${FAULTS.join(', ')}.\n`)
    process.exit(1)
  }
  startStandIn(profileById(profileId), Number(port), fault as Fault, Number(speed)).then(
    (standIn) => {
      process.stdout.write(`stand-in for ${profileId} listening on 127.0.0.1:${standIn.port}\n`)
      // A hand at the wall: “call none”, “call heating”, a line each.
      createInterface({ input: process.stdin }).on('line', (line) => {
        const call = AIR_CALLS.find((one) => line.trim() === `call ${one}`)
        if (call) standIn.tell(call)
      })
    },
    (error: Error) => {
      process.stderr.write(`The stand-in cannot start: ${error.message}\n`)
      process.exit(1)
    },
  )
}
