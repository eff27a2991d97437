import { DAY_SHORT } from '../times/clockText.ts'
import { type HeldProgram, heldProgram, type ProgramForm } from '../times/deviceProgram.ts'
import type { KeypadMachine } from './keypad/machine.ts'
import type { AtClock } from './keypad/reading.ts'
import type { KeypadState } from './keypad/state.ts'
import { meaningOf } from './spelling.ts'
import { fromRole, spellNumber } from './units.ts'

/** A moment by the clock of a device: day of the week (Monday 0), minutes after midnight, and the day of a year, 1 to 366. */
export interface DeviceMoment {
  day: number
  minute: number
  ofYear: number
}

/** What a simulated device follows, as its settings stand. */
export function programOn(machine: KeypadMachine, form: ProgramForm | null, state: Pick<KeypadState, 'saved'>): HeldProgram {
  const meaning = (id: string) => {
    const known = machine.settings.get(id)
    const value = state.saved[id]
    return known && value !== undefined ? meaningOf(known.setting, value) : null
  }
  return heldProgram(form, meaning, (id) => machine.settings.has(id))
}

interface Asked {
  heatF: number | null
  coolF: number | null
  action: 'on' | 'off' | 'set' | null
}

/** What is asked for at a moment. Of lists and timers the latest that acted within a week before counts. */
export function askedAt(held: HeldProgram, { day, minute, ofYear }: DeviceMoment): Asked {
  const at = day * 1440 + minute
  if (held.kind === 'periods' || held.kind === 'hold')
    return { heatF: held.heat?.[at] ?? null, coolF: held.cool?.[at] ?? null, action: 'set' }
  const acts =
    held.kind === 'timer'
      ? held.week.map((one) => ({
          days: one.days ?? [],
          atMin: one.startMin,
          action: one.action,
          heatF: null,
          coolF: null,
          from: 1,
          to: 366,
        }))
      : held.lines
  for (let back = 0; back < 7; back += 1) {
    const then = (day + 7 - back) % 7
    const thenOfYear = ((ofYear - back - 1 + 366) % 366) + 1
    const here = acts
      .filter(
        ({ days, from, to }) =>
          days.includes(then) && (from <= to ? thenOfYear >= from && thenOfYear <= to : thenOfYear >= from || thenOfYear <= to),
      )
      .filter(({ atMin }) => back > 0 || atMin <= minute)
      .sort((a, b) => a.atMin - b.atMin)
      .at(-1)
    if (here) return { heatF: here.heatF, coolF: here.coolF, action: here.action }
  }
  return { heatF: null, coolF: null, action: null }
}

/** What its face shows at a moment, in its own writing: `clock` "Mo 5:40 AM", `set` "61·78" or "on". */
export function atClock(machine: KeypadMachine, form: ProgramForm | null, state: KeypadState, moment: DeviceMoment): AtClock {
  const asked = askedAt(programOn(machine, form, state), moment)
  const figure = (value: number | null, ids: readonly string[]) => {
    if (value === null) return []
    const range = ids.map((id) => machine.settings.get(id)?.setting.range).find((one) => one !== undefined)
    return [range ? spellNumber(Math.round(10 * fromRole(value, range)) / 10, range.unit) : String(Math.round(value))]
  }
  const set = [
    ...figure(asked.heatF, ['time.heat-set.11', 'time.act.heat.1', 'setpoint.heat']),
    ...figure(asked.coolF, ['time.cool-set.11', 'time.act.cool.1', 'setpoint.cool']),
  ].join('·')
  const unit = ['time.start.11', 'time.heat-start.11', 'time.on.11', 'time.act.at.1']
    .map((id) => machine.settings.get(id)?.setting.range?.unit)
    .find((one) => one !== undefined)
  return {
    clock: `${DAY_SHORT[moment.day]} ${spellNumber(moment.minute, unit ?? '24 h clock')}`,
    set: asked.action === 'on' || asked.action === 'off' ? asked.action : set === '' ? '--' : set,
  }
}
