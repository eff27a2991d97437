import { type ChildProcess, spawn } from 'node:child_process'
import { join } from 'node:path'
import { freePort } from '../tools/postgres.mjs'

const running = new Set<ChildProcess>()

/** Ends every simulated controller that a test started. */
export function endStandIns(): void {
  for (const one of running) one.kill()
  running.clear()
}

/**
 * A simulated controller on loopback, as `npm run demo` starts one; `speed` seconds pass on it in each. `say` is the hand at
 * its wall.
 */
export async function standIn(
  profile: string,
  fault = 'none',
  speed = 1,
): Promise<{ port: number; stop: () => void; say: (line: string) => void }> {
  const port = await freePort()
  const child = spawn(process.execPath, [
    join(import.meta.dirname, '../apps/server/dist/standIn.js'),
    profile,
    String(port),
    fault,
    String(speed),
  ])
  running.add(child)
  await new Promise<void>((ready, failed) => {
    child.stdout.once('data', () => ready())
    child.once('exit', (code) => failed(new Error(`The stand-in ended with ${code}`)))
  })
  return { port, stop: () => child.kill(), say: (line) => child.stdin.write(`${line}\n`) }
}
