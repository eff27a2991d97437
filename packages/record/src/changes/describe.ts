import {
  BASE_UNITS,
  format,
  never,
  PLACE_WORDS,
  type Place,
  POINT_NAMES,
  type ProbeReadings,
  roleLabel,
  roleOf,
  type UnitChoice,
} from '@ingle/core'
import type { Change } from './change.ts'

/** One line that says what a change wrote down, in the reader's units: for the trail, for undo and for refusals. */
export function describeChange(change: Change, units: UnitChoice = BASE_UNITS): string {
  const inWc = (value: number) => format('static', value, units, { signed: true })
  const degrees = (value: number) => format('temperature', value, units)
  switch (change.kind) {
    case 'site.set':
      return `site: ${fields(change.body)}`
    case 'system.set':
      return `system: ${fields(change.body)}`
    case 'part.set':
      return `part: ${change.body.role.replaceAll('-', ' ')} ${change.body.model ?? change.body.name ?? ''}`.trim()
    case 'part.remove':
      return 'part taken out'
    case 'profile.use':
      return `${change.body.place ?? 'equipment'}: profile ${(change.body.profile as { family?: string } | undefined)?.family ?? (change.body.profileKey || 'taken away')}`
    case 'rule.use':
      return `house rule “${change.body.rule.name}”`
    case 'rules.use':
      return `house rules ${change.body.rules.map((one) => `“${one.name}”`).join(', ') || 'none'}`
    case 'twins.set':
      return `twins “${change.body.name}”: ${change.body.systemIds.length} units`
    case 'visit.start':
      return `visit: ${change.body.reason}`
    case 'visit.close':
      return 'visit closed'
    case 'complaint.set':
      return `complaint: ${change.body.text}`
    case 'note.add':
      return `note: ${change.body.text}`
    case 'photo.add':
      return 'photo'
    case 'try.start':
      return `try: tap ${change.body.tap ?? 'not known'}${change.body.adjustPct ? `, adjust ${change.body.adjustPct}%` : ''}, filter ${change.body.filter === 'clean' ? 'clean' : 'as found'}`
    case 'reading.probes':
      return probeEntries(change.body)
        .map(([point, value]) => `static ${POINT_NAMES[point]} ${inWc(value)}`)
        .join(', ')
    case 'reading.split':
      return `return ${degrees(change.body.returnDbF)}, supply ${degrees(change.body.supplyDbF)}`
    case 'reading.rise':
      return `heater ${degrees(change.body.returnDbF)} to ${degrees(change.body.supplyDbF)}, ${change.body.volts} V, ${change.body.amps} A`
    case 'reading.grille':
      return `${change.body.side} grille ${change.body.name} ${format('velocity', change.body.faceFpm, units)}`
    case 'reading.heard':
      return `heard: ${change.body.text}`
    case 'setting.set':
      return `${rowName(change.body)} ${change.body.column}: ${change.body.value}${change.body.why ? `, because ${change.body.why}` : ''}`
    case 'aim.set':
      return change.body.value
        ? `${rowName(change.body)} aim: ${change.body.value}${change.body.why ? `, because ${change.body.why}` : ''}`
        : `${rowName(change.body)} aim: as the house rules say`
    case 'advice.override':
      return `decided otherwise: ${change.body.chose}, because ${change.body.reason}`
    case 'item.open':
      return `open: ${change.body.text}`
    case 'item.close':
      return `done: ${change.body.how}`
    case 'fix.put':
      return `temporary: ${change.body.what} instead of ${change.body.instead}`
    case 'fix.undo':
      return `temporary fix undone: ${change.body.how}`
    case 'fix.hand-on':
      return `temporary fix handed on to ${change.body.to} until ${change.body.until}`
    case 'wiring.set':
      return `wiring: ${fields(change.body)}`
    case 'wire.set': {
      const { column, wire, controller, terminal, gone } = change.body
      return `conductor ${wire} ${column}: ${gone ? 'not there' : `${controller ?? 'nothing'} to ${terminal ?? 'nothing'}`}`
    }
    case 'bridge.set':
      return `bridge ${change.body.a} to ${change.body.b} at the ${change.body.board} ${change.body.column}: ${change.body.there ? 'there' : 'not there'}`
    case 'contact.set':
      return `input ${change.body.input}: ${change.body.device || 'nothing'}${change.body.rests ? `, rests ${change.body.rests}` : ''}`
    case 'firing.set':
      return `firing: ${fields(change.body)}`
    case 'cooling.set':
      return `cooling: ${fields(change.body)}`
    case 'drive.set':
      return `drive: ${fields(change.body)}`
    case 'traverse.set':
      return `traverse: ${fields(change.body)}`
    case 'traverse.point':
      return `traverse, point ${change.body.index + 1}: ${format('static', change.body.pressureInWc, units, { signed: true, decimals: 3 })}`
    case 'reading.hood':
      return `hood on ${change.body.side} ${change.body.name} ${format('flow', change.body.flowCfm, units)}`
    case 'reading.plate':
      return `plate of ${change.body.factor} at ${inWc(change.body.dpInWc)}`
    case 'instrument.use':
      return `measured with ${change.body.instrument.name}`
    case 'zone.set':
      return `zone: ${fields(change.body)}`
    case 'zone.remove':
      return 'zone taken out'
    case 'outlet.set':
      return `outlet: ${fields(change.body)}`
    case 'outlet.remove':
      return 'outlet taken out'
    case 'zoning.set':
      return `zoned duct: ${fields(change.body)}`
    case 'zones.reading':
      return `static with zones open: ${change.body.open.length}; ${inWc(change.body.supplyInWc)} and ${inWc(change.body.returnInWc)}`
    case 'outlet.reading':
      return `outlet read: ${format('flow', change.body.flowCfm, units)}${change.body.damperPct === undefined ? '' : `, damper ${change.body.damperPct}%`}`
    case 'check.set':
      return `${change.body.checkId.replaceAll('-', ' ')}: ${change.body.done ? 'done' : 'not done'}`
    case 'undo':
      return 'taken back'
    default:
      return never(change)
  }
}

const rowName = (body: { role: string; place?: Place }) =>
  `${roleOf(body.role) ? roleLabel(body.role).toLowerCase() : body.role}${body.place && body.place !== 'equipment' ? ` (${PLACE_WORDS[body.place].toLowerCase()})` : ''}`

const HIDDEN = new Set(['systemId', 'visitId', 'tryId', 'zoneId', 'outletId', 'traverseId'])
const fields = (body: object) =>
  Object.entries(body)
    .filter(([key, value]) => !HIDDEN.has(key) && value !== undefined && value !== null)
    .map(([key, value]) => `${key} ${value}`)
    .join(', ')

/** The probe points that a reading names, in the order air meets them. */
export function probeEntries(probes: ProbeReadings): [keyof ProbeReadings, number][] {
  const order = ['before-filter', 'after-filter', 'return', 'supply', 'after-coil', 'trunk'] as const
  return order.flatMap((point) =>
    typeof probes[point] === 'number' ? [[point, probes[point]] as [keyof ProbeReadings, number]] : [],
  )
}
