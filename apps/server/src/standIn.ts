import 'reflect-metadata'
import { profileById } from '@ingle/catalog'
import { FAULTS, type Fault, startStandIn } from './gateway/standIn.ts'

/**
 * `node standIn.js PROFILE PORT [FAULT [SPEED]]`: a simulated controller on loopback, until it is stopped. A rooftop unit
 * lives through SPEED seconds in each second.
 */
const [, , profileId = 'hollin-d7', port = '7502', fault = 'none', speed = '1'] = process.argv
if (!FAULTS.includes(fault as Fault)) {
  process.stderr.write(`There is no fault “${fault}”; there are ${FAULTS.join(', ')}.\n`)
  process.exit(1)
}
startStandIn(profileById(profileId), Number(port), fault as Fault, Number(speed)).then(
  (standIn) => process.stdout.write(`stand-in for ${profileId} listening on 127.0.0.1:${standIn.port}\n`),
  (error: Error) => {
    process.stderr.write(`The stand-in cannot start: ${error.message}\n`)
    process.exit(1)
  },
)
