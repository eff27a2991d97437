import { list } from '../advice/show.ts'
import { found } from '../findingWords.ts'
import type { Found } from '../result.ts'
import { type SafetyKind, type SafetyKindId, safetyKind } from '../safety/safetyKinds.ts'

/** An outside contact on an input of a device. Values are in the language of roles; null: not looked at. */
export interface InputContact {
  /** What hangs on it: a float switch, a window contact. */
  device: string
  /** How the contact rests while all is well; null: not looked at. */
  rests: 'open' | 'closed' | null
  does: 'none' | 'off' | 'remote' | 'fault' | 'occupied' | 'boost' | 'mitigate' | null
  acts: 'opens' | 'closes' | null
  reach: 'one' | 'all' | null
  /** What it protects from; null: it protects nobody, a window contact. */
  kind: SafetyKindId | null
}

export interface ContactJudgement {
  /** What happens when it trips. */
  says: string
  /** What is wrong with that, with the remedy. */
  findings: Found[]
  /** The test that proves it. */
  test: string
  missing: string[]
  /** A trip would show what it does; false: as it is set, there is nothing to see. */
  provable: boolean
}

const DOES: Readonly<Record<Exclude<InputContact['does'], null>, (who: string) => string>> = {
  none: () => 'nothing happens: the input is not used',
  off: (who) => `${who} stops, without an alarm`,
  remote: (who) => `${who} is switched off from outside, and on again`,
  fault: (who) => `${who} stops, and the alarm shows`,
  occupied: () => 'the controller goes to its occupied set points; nothing stops',
  boost: () => 'the fan goes to full flow; nothing stops',
  mitigate: () => 'the compressor stops and the blower runs',
}

type Does = Exclude<InputContact['does'], null>
const STOPS: readonly Does[] = ['off', 'remote', 'fault', 'mitigate']

/** What a kind of safety asks of the input that it hangs on, and this one does not do. Null: it does. */
function actionFault(kind: SafetyKind, does: Does): Does | 'nothing' | null {
  if (!STOPS.includes(does) && !(does === 'boost' && kind.action === 'compressor-off-fan-on')) return 'nothing'
  // Stopping the blower leaves what leaked where it is; running it beside the compressor goes on pumping it out.
  if (kind.action === 'compressor-off-fan-on') return does === 'mitigate' ? null : does
  // What may burn or blow smoke about must not be left with a running fan.
  return does === 'mitigate' && kind.action === 'unit-off' ? 'mitigate' : null
}

/** What a contact does when it trips, whether it can trip at all, and how that is proved. */
export function judgeContact(contact: InputContact, units: number): ContactJudgement {
  const { device, rests, does, acts, reach, kind: id } = contact
  const kind = id && safetyKind(id)
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
  if (kind && rests === 'open')
    findings.push(found(kind.rests === 'closed' ? 'safety-rests-open' : 'safety-line-unwatched', { device }))
  // One that cannot trip stops nothing: what it would stop, and how, is no news beside that.
  const fault = kind && trips !== false && does !== null ? actionFault(kind, does) : null
  if (fault === 'nothing')
    findings.push(found(kind?.action === 'compressor-off-fan-on' ? 'leak-stops-nothing' : 'safety-stops-nothing', { device }))
  else if (fault === 'mitigate') findings.push(found('safety-leaves-fan', { device }))
  else if (fault === 'boost') findings.push(found('leak-lets-compressor', { device }))
  else if (fault) findings.push(found('leak-stops-blower', { device }))
  else if (kind?.silence && trips !== false && (does === 'off' || does === 'remote'))
    findings.push(found('safety-in-silence', { device, hidden: kind.silence }))
  if (kind && trips !== false && units > 1) {
    if (reach === 'all' && kind.scope === 'own') findings.push(found('safety-stops-all', { device, units }))
    if (reach === 'one' && kind.scope !== 'own') findings.push(found('safety-stops-one', { device, units }))
  }
  const says =
    missing.length > 0
      ? `Not known yet: ${list(missing)}.`
      : trips === false
        ? `When the ${device} trips, nothing changes.`
        : `When the ${device} trips, ${DOES[does ?? 'none'](who)}.${others}`
  return {
    says,
    findings,
    missing,
    test: testOf(contact, kind, units),
    provable: missing.length === 0 && trips !== false && fault !== 'nothing',
  }
}

/** How a trip is made on purpose, and what is to be seen then and afterwards. */
function testOf({ device, does, reach }: InputContact, kind: SafetyKind | null, units: number): string {
  const trip = kind ? `Trip the ${device} itself, not its wires: ${kind.tripBy}.` : `Trip the ${device} itself, not its wires.`
  const stopped =
    does === 'fault'
      ? 'stop and the alarm must show'
      : does === 'off' || does === 'remote'
        ? 'stop'
        : does === 'mitigate'
          ? 'stop its compressor and run its blower'
          : 'change as said above'
  const back =
    kind?.reset === 'hand'
      ? `let it go: it must stay off until the ${device} is reset by hand.`
      : kind?.reset === 'maker'
        ? 'let it go: it must come back as the manual says, and not otherwise.'
        : 'let it go, and it must start again by itself or as the manual says.'
  return `Call cooling and wait until it runs. ${trip} ${reach === 'all' && units > 1 ? 'Every unit' : 'This unit'} must ${stopped}; ${back}`
}
