import { list, showIn, tapName } from '../../advice/show.ts'
import { finish, isNumbers, type Line, readings } from '../line.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from '../reading.ts'

export function tap(line: Line, context: JotContext): JotReading {
  if (context.taps.length === 0)
    return wrong('This system has no blower table yet.', 'Choose its profile on the Survey stage, then name the tap.')
  if (line.done) return needs(`which: ${list(context.taps)}`)
  const typed = line.next()
  const label = context.taps.find((one) => one.toLowerCase() === typed.toLowerCase())
  if (!label) return wrong(`There is no tap “${clip(typed)}” on this blower.`, `It has ${list(context.taps)}.`)
  let adjustPct: number | null = null
  if (line.take('adj') || line.take('adjust')) {
    const read = readings(line, [['percent', 'the adjust in percent']])
    if (!isNumbers(read)) return read
    adjustPct = read[0] ?? 0
    if (Math.abs(adjustPct) > 30)
      return wrong(
        `An adjust of ${adjustPct}% is more than any blower offers.`,
        'Adjust is a few percent up or down, like tap 3 adj -10.',
      )
  }
  return finish(line, {
    intent: { kind: 'tap', tap: label, adjustPct },
    reads: `${tapName(label)}${adjustPct === null ? '' : `, adjust ${adjustPct}%`}: starts a new try`,
  })
}

export function capacity(line: Line, context: JotContext): JotReading {
  const read = readings(line, [['capacity', 'the capacity']])
  if (!isNumbers(read)) return read
  const [tons = 0] = read
  return finish(line, { intent: { kind: 'capacity', tons }, reads: `capacity ${showIn(context.units)('capacity', tons)}` })
}

export function heater(line: Line): JotReading {
  if (line.take('none')) return finish(line, { intent: { kind: 'heater', kw: 0 }, reads: 'no electric heater fitted' })
  const read = readings(line, [['power', 'the heater’s power, or none']])
  if (!isNumbers(read)) return read
  const [kw = 0] = read
  return finish(line, {
    intent: { kind: 'heater', kw },
    reads: kw === 0 ? 'no electric heater fitted' : `electric heater ${kw} kW`,
  })
}

export function setting(column: 'found' | 'left' | 'proof'): (line: Line, context: JotContext) => JotReading {
  return (line, context) => {
    const words = context.settings.map((one) => one.word)
    if (line.done) return needs(`which: ${list(words)}`)
    const word = line.next().toLowerCase()
    const row = context.settings.find((one) => one.word === word || one.role === word)
    if (!row) {
      const near = words.filter((one) => one.startsWith(word))
      return near.length > 0 && line.done
        ? needs(list(near))
        : wrong(`“${clip(word)}” is not a setting in this ledger.`, `Settings: ${list(words)}.`)
    }
    if (column === 'proof') {
      const how = line.rest()
      return how === ''
        ? needs('what showed that it works')
        : {
            state: 'ready',
            intent: { kind: 'setting', role: row.role, column, value: how, why: null },
            reads: `${row.label} proved: ${how}`,
          }
    }
    line.take('tap')
    if (line.done) return needs(`the value: ${list(row.values)}`)
    const typed = line.next()
    const value =
      row.values.find((one) => one.toLowerCase() === typed.toLowerCase()) ??
      row.values.find((one) => one.replace(/[+%]/g, '') === typed.replace(/[+%]/g, ''))
    if (!value) return wrong(`${row.label} has no value “${clip(typed)}”.`, `It offers ${list(row.values)}.`)
    const because = line.take('because') ? line.rest() : null
    return finish(line, {
      intent: { kind: 'setting', role: row.role, column, value, why: because },
      reads: `${row.label} ${column} at ${value}${because ? `, because ${because}` : ''}`,
    })
  }
}
