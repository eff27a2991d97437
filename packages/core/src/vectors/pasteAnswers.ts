import { pasteBlowerTable } from '../paste/blowerTable.ts'
import { pasteHeaterKits } from '../paste/heaterKits.ts'
import { pasteSettingsList } from '../paste/settingsList.ts'

type Answer = Record<string, unknown> | null

/** Renames what the readers of pasted text give back to the keys of the worked cases. */
export function pasteAnswer(given: Record<string, unknown>): Answer {
  const text = String(given.text ?? '')
  switch (given.kind_enum) {
    case 'blower_table': {
      const read = pasteBlowerTable(text)
      if (!read.ok) return { tap_labels: [], static_inwc: [], flow_cfm: [], doubt_cells_index: [], unusable_bool: true }
      const { tapLabels, staticsInWc, flowsCfm, doubts } = read.value
      return {
        tap_labels: tapLabels,
        static_inwc: staticsInWc,
        flow_cfm: flowsCfm,
        doubt_cells_index: doubts.map((one) => one.at),
        unusable_bool: false,
      }
    }
    case 'heater_kits': {
      const read = pasteHeaterKits(text)
      if (!read.ok) return null
      const { models, powersKw, unitLabels, minFlowsCfm, minTaps, doubts } = read.value
      // One column is a flat list.
      const flat = <T>(rows: T[][]): T[] | T[][] => (rows.length === 1 ? (rows[0] ?? []) : rows)
      return {
        models,
        power_kw: powersKw,
        min_flow_cfm: flat(minFlowsCfm),
        unit_labels: unitLabels,
        min_tap_labels: flat(minTaps),
        doubt_cells_index: doubts.map((one) => one.at),
      }
    }
    case 'settings_list': {
      const read = pasteSettingsList(text)
      if (!read.ok) return null
      const { settings } = read.value
      return {
        codes: settings.map((one) => one.code),
        labels: settings.map((one) => one.label),
        values: settings.map((one) => one.values),
        defaults: settings.map((one) => one.default),
        doubt_rows_index: settings.flatMap((one, i) => (one.doubts.length > 0 ? [i] : [])),
      }
    }
    default:
      return null
  }
}
