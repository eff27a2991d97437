import { list } from '../advice/show.ts'

/** An outside contact on an input of a device. Values are in the language of roles; null: not looked at. */
export interface InputContact {
  /** What hangs on it: a float switch, a window contact. */
  device: string
  /** How the contact rests while all is well; null: not looked at. */
  rests: 'open' | 'closed' | null
  does: 'none' | 'off' | 'remote' | 'fault' | 'occupied' | 'boost' | null
  acts: 'opens' | 'closes' | null
  reach: 'one' | 'all' | null
  /** It protects: a float, a limit. Then silence is a fault. */
  safety: boolean
}

export interface ContactJudgement {
  /** What happens when it trips. */
  says: string
  /** What is wrong with that, with the remedy. */
  findings: { says: string; mend: string }[]
  /** The test that proves it. */
  test: string
  missing: string[]
}

const DOES: Readonly<Record<Exclude<InputContact['does'], null>, (who: string) => string>> = {
  none: () => 'nothing happens: the input is not used',
  off: (who) => `${who} stops, without an alarm`,
  remote: (who) => `${who} is switched off from outside, and on again`,
  fault: (who) => `${who} stops, and the alarm shows`,
  occupied: () => 'the controller goes to its occupied set points; nothing stops',
  boost: () => 'the fan goes to full flow; nothing stops',
}

/** Words of what protects; whatever is called so must stop something. */
export const PROTECTS = /\b(float|pan|overflow|condensate|limit|smoke|freeze|frost|pressure|leak)\b/i

/** What a contact does when it trips, whether it can trip at all, and how that is proved. */
export function judgeContact(contact: InputContact, units: number): ContactJudgement {
  const { device, rests, does, acts, reach, safety } = contact
  const missing = [
    rests === null ? 'how the contact rests' : '',
    does === null ? 'what the input does' : '',
    acts === null ? 'whether it acts by opening or by closing' : '',
    reach === null && units > 1 ? 'whether it stops one unit or all' : '',
  ].filter((one) => one !== '')
  const who =
    units > 1 && reach === 'all' ? `every one of the ${units} units` : units > 1 && reach === null ? 'the unit' : 'this unit'
  const others = units > 1 && reach === 'one' ? ' The others run on.' : ''
  const trips = rests === null || acts === null ? null : (rests === 'closed') === (acts === 'opens')
  const findings: ContactJudgement['findings'] = []
  if (trips === false)
    findings.push({
      says: `The ${device} rests ${rests}, and the input acts when it ${acts}: it acts all the time, and never when the ${device} trips.`,
      mend: `Set the input to act when it ${acts === 'opens' ? 'closes' : 'opens'}, or use the other contact of the ${device}. Do not join the two wires.`,
    })
  if (safety && rests === 'open')
    findings.push({
      says: `The ${device} rests open: a broken wire looks as if all were well.`,
      mend: 'Use a contact that rests closed, so that a broken wire stops the unit too, where the maker’s manual allows it.',
    })
  if (safety && (does === 'none' || does === 'occupied' || does === 'boost'))
    findings.push({
      says: `When the ${device} trips, nothing stops.`,
      mend: 'Let the input force the unit off with an alarm; until then this is an open item.',
    })
  if (safety && does === 'off')
    findings.push({
      says: `When the ${device} trips, the unit stops in silence: it will be called a cold house, not a full pan.`,
      mend: 'Let the input act as a fault with an alarm, where the device can.',
    })
  if (safety && reach === 'all' && units > 1)
    findings.push({
      says: `One ${device} stops all ${units} units.`,
      mend: 'Let it stop its own unit alone, unless the makers ask for all.',
    })
  const says =
    missing.length > 0
      ? `Not known yet: ${list(missing)}.`
      : trips === false
        ? `When the ${device} trips, nothing changes.`
        : `When the ${device} trips, ${DOES[does ?? 'none'](who)}.${others}`
  const stopped =
    does === 'fault' ? 'stop and the alarm must show' : does === 'off' || does === 'remote' ? 'stop' : 'change as said above'
  return {
    says,
    findings,
    missing,
    test: `Call cooling and wait until it runs. Trip the ${device} itself, not its wires${/float|pan/i.test(device) ? ': lift it, or pour water into the pan' : ''}. ${
      reach === 'all' && units > 1 ? 'Every unit' : 'This unit'
    } must ${stopped}; let it go, and it must start again by itself or as the manual says.`,
  }
}
