import { SETTING_RULES } from '@ingle/catalog'
import { sayBoth, sayMeaning, type UnitChoice } from '@ingle/core'
import { isNoted, type LedgerRow, ledgerFindings, settled, standingOfAll } from '../../ledger/ledger.ts'
import { wordOf } from '../../ledger/rowWord.ts'
import { EMPTY, type PlacedSection } from '../../sheet.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { isSecondCalled } from '../power/wiring.ts'
import { stage } from '../stage.ts'
import { alwaysOpenSuffices } from '../zones/zonedDuct.ts'
import { keysSections } from './keys.ts'

/** Every setting by need, whatever device it lives on. */
export const settings = stage({
  id: 'settings',
  applies: () => true,
  standing({ ledger }) {
    // Places of a program are counted on Times.
    const noted = ledger.filter((row) => isNoted(row) && row.need !== 'program')
    return { done: settled(noted), of: noted.length, mark: standingOfAll(noted, false) }
  },
  sources: [],
  findings: ({ ledger, system, units, wired, zoned }) =>
    ledgerFindings(ledger, SETTING_RULES, system, units, isSecondCalled(wired))
      .filter((one) => one.id !== 'all-zones-may-close' || !alwaysOpenSuffices(zoned))
      .map((one) => ({
        id: one.id,
        says: one.says,
        mend: one.remedy,
        ...(one.keys[0] !== undefined && { row: one.keys[0] }),
      })),
  sections: (v) => [...ledgerSections(v), ...keysSections(v)],
  readings: [],
  jot: ['found', 'left', 'aim', 'proved'],
  /** Settings that nobody has looked at. */
  wanted: ({ ledger }) =>
    ledger
      .filter((row) => row.found === null && row.left === null && row.need !== 'program')
      .slice(0, 3)
      .map((row) => `found ${wordOf(row)} `),
})

const NONE = 'No settings are known for this system yet.'

/** The device's own word and code: the sheet is read beside the device. */
const nameOf = ({ setting }: LedgerRow) => (setting.code ? `${setting.label} · ${setting.code}` : setting.label)

/** What a value means, and in brackets what the device shows for it. */
function said(row: LedgerRow, value: string, units: UnitChoice): string {
  const { means, shows } = sayBoth(row.setting, value, units)
  return shows === null ? means : `${means} (${shows})`
}

function aimText(row: LedgerRow, units: UnitChoice): string {
  if (!row.aim) return 'no aim'
  const aim =
    row.aim.value === null
      ? `${sayMeaning(row.setting, row.aim.meaning, units)}, not on this device`
      : said(row, row.aim.value, units)
  return `${aim}: ${row.aim.why}`
}

function ledgerSections({ ledger, clock, units }: VisitView): PlacedSection[] {
  const noted = ledger.filter((row) => isNoted(row) && row.need !== 'program')
  const table = (head: string[], row: (one: LedgerRow) => string[], rows = noted) => [
    { kind: 'table' as const, head, rows: rows.map(row), empty: NONE },
  ]
  const fromBefore = ({ carried }: LedgerRow) => (carried ? `visit ${carried.visit.number}, not looked at since` : null)
  return [
    {
      title: 'Left like this',
      card: 'left',
      blocks: table(
        ['Setting', 'Left', 'Proof', 'Where and how'],
        (row) => [
          nameOf(row),
          row.left
            ? said(row, row.left.value, units)
            : row.found
              ? `${said(row, row.found.value, units)}, as found`
              : row.carried
                ? `${said(row, row.carried.entry.value, units)}, from ${fromBefore(row)}`
                : EMPTY,
          row.proof?.value ?? 'not proved',
          row.setting.access,
        ],
        ledger.filter((row) => (isNoted(row) || row.carried !== null) && row.need !== 'program'),
      ),
    },
    {
      title: 'As found',
      record: 'found',
      blocks: table(['Setting', 'Found', 'By'], (row) => [
        nameOf(row),
        row.found
          ? said(row, row.found.value, units)
          : row.carried
            ? `not looked at; ${said(row, row.carried.entry.value, units)} on visit ${row.carried.visit.number}`
            : 'not looked at',
        row.found ? `${row.found.by}, ${clock.time(row.found.at)}` : EMPTY,
      ]),
    },
    {
      title: 'As left',
      record: 'left',
      blocks: table(['Setting', 'Aim', 'Left', 'Why'], (row) => [
        nameOf(row),
        aimText(row, units),
        row.left ? said(row, row.left.value, units) : 'not set',
        row.left?.why ?? EMPTY,
      ]),
    },
    {
      title: 'Proof',
      record: 'proof',
      blocks: table(['Setting', 'Proof', 'By'], (row) => [
        nameOf(row),
        row.proof?.value ?? 'not proved',
        row.proof ? `${row.proof.by}, ${clock.time(row.proof.at)}` : EMPTY,
      ]),
    },
  ]
}
