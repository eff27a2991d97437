import { list } from '../advice/show.ts'
import { found } from '../findingWords.ts'
import type { Found } from '../result.ts'

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
  findings: Found[]
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
    findings.push(
      found('contact-backwards', {
        device,
        rests: rests ?? '',
        acts: acts ?? '',
        otherwise: acts === 'opens' ? 'closes' : 'opens',
      }),
    )
  if (safety && rests === 'open') findings.push(found('safety-rests-open', { device }))
  // One that cannot trip stops nothing: what it would stop, and how, is no news beside that.
  const acting = trips !== false
  if (safety && acting && (does === 'none' || does === 'occupied' || does === 'boost'))
    findings.push(found('safety-stops-nothing', { device }))
  if (safety && acting && does === 'off') findings.push(found('safety-in-silence', { device }))
  if (safety && acting && reach === 'all' && units > 1) findings.push(found('safety-stops-all', { device, units }))
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
