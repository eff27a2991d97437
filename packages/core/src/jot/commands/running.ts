import { list, showIn } from '../../advice/show.ts'
import { finish, isNumbers, type Line, readings } from '../line.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from '../reading.ts'

/** A value of the test that runs: `read supply 104.2`. */
export function readInTest(line: Line, context: JotContext): JotReading {
  const { running } = context
  if (!running || running.readings.length === 0)
    return wrong('No test that reads anything is running on this system.', 'Begin one on the Proof stage.')
  const words = running.readings.map((one) => one.word)
  if (line.done) return needs(`which: ${list(words)}`)
  const word = line.next().toLowerCase()
  const reading = running.readings.find((one) => one.word === word)
  if (!reading) {
    const near = words.filter((one) => one.startsWith(word))
    return near.length > 0 && line.done
      ? needs(list(near))
      : wrong(`“${clip(word)}” is nothing that this test reads.`, `It reads ${list(words)}.`)
  }
  const read = readings(line, [[reading.quantity, reading.says]])
  if (!isNumbers(read)) return read
  const [value = 0] = read
  if (value < reading.least || value > reading.most)
    return wrong(
      `${showIn(context.units)(reading.quantity, value)} is nothing that ${reading.says} can be.`,
      'Check the decimal point and the unit, and read it again.',
    )
  const { runId, traced, plusMinus, instrument, due } = { ...running, ...reading }
  return finish(line, {
    intent: traced
      ? { kind: 'test-trace', runId, reading: word, value }
      : { kind: 'test-read', runId, reading: word, value, plusMinus, ...(instrument && { instrument }), ...(due && { due }) },
    reads: `${reading.says} ${showIn(context.units)(reading.quantity, value)}`,
  })
}
