import { beforeAfterOf, type OccupantFacts, occupantFacts, type VisitView } from '@ingle/bench'
import { beforeAfterScene } from '../drawing/beforeAfter.ts'
import { type OccupantLanguage, type OccupantWords, occupantWords } from './occupantWords.ts'
import type { Sheet, SheetBlock, SheetSection } from './sheet.ts'

const put = (text: string, values: Readonly<Record<string, string | number>>): string =>
  text.replace(/\{(\w+)\}/g, (_, name: string) => String(values[name] ?? ''))

/** One page in large type for the people who live with a system, in their language and their units. */
export function occupantSheet(v: VisitView, crewName: string, language: OccupantLanguage = 'en'): Sheet {
  const words = occupantWords(language)
  const facts = occupantFacts(v, (role) => Object.hasOwn(words.changed, role))
  const date = dayIn(words, v.clock.zone)
  const section = (title: string, lines: readonly string[]): SheetSection[] =>
    lines.length === 0 ? [] : [{ title, blocks: [{ kind: 'lines', lines, empty: '' }] }]
  const scene = beforeAfterScene(beforeAfterOf(v), words.picture, v.show, 640)
  const picture: SheetBlock[] = scene ? [{ kind: 'drawing', scene, caption: '' }] : []
  return {
    title: v.system.name || v.state.name,
    subtitle: [words.subtitle, v.state.name, date(v.visit.closedAt ?? v.visit.startedAt)].filter(Boolean).join(' · '),
    facts: [],
    sections: [
      ...section(words.sections.told, told(facts, words)),
      ...section(words.sections.changed, changed(facts, words)),
      ...section(
        words.sections.meanwhile,
        facts.fixes.map((one) => put(words.fix, one)),
      ),
      ...section(words.sections.use, use(facts, words)),
      ...section(words.sections.care, care(facts, words, date)),
      ...section(
        words.sections.signs,
        (facts.device?.signs ?? []).map(({ sign, means }) => `${sign}: ${words.signs[means]}`),
      ),
      ...(picture.length > 0 ? [{ title: words.picture.title, blocks: picture }] : []),
      ...section(
        words.sections.open,
        facts.open.map((one) =>
          put(one.who && one.until ? words.openBy : words.open, { ...one, text: one.text, day: one.until && date(one.until) }),
        ),
      ),
      ...section(words.sections.call, [
        put(words.callCrew, { crew: crewName, by: facts.by, day: date(v.visit.startedAt) }),
        words.telephone,
        ...(facts.burns ? [words.gas] : []),
      ]),
    ],
    foot: crewName,
    large: true,
    language,
  }
}

function dayIn({ locale }: OccupantWords, timeZone: string): (iso: string) => string {
  const format = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'long', year: 'numeric', timeZone })
  // A bare day is that day wherever it is read.
  return (iso) =>
    iso.length === 10
      ? new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' }).format(new Date(iso))
      : format.format(new Date(iso))
}

function told({ complaint, cause }: OccupantFacts, words: OccupantWords): string[] {
  if (complaint === '') return []
  return [put(words.complaint, { text: complaint }), cause === '' ? words.noCause : put(words.cause, { text: cause })]
}

function changed({ changed, technical, cleanFilter }: OccupantFacts, words: OccupantWords): string[] {
  const lines = [
    ...changed.flatMap(({ role, meaning }) => {
      const said = words.changed[role]
      const line = said?.[meaning] ?? said?.['*']
      return line === undefined ? [] : [line]
    }),
    ...(cleanFilter ? [words.cleanFilter] : []),
    ...(technical > 1 ? [put(words.technical, { n: technical })] : technical === 1 ? [words.technicalOne] : []),
  ]
  return lines.length > 0 ? lines : [words.nothingChanged]
}

function use({ device }: OccupantFacts, words: OccupantWords): string[] {
  if (!device) return []
  const { warmer, cooler, name, lastsH, hasProgram, hold, resume, locked } = device
  // Keys that do nothing are not told.
  if (locked === 'whole') return [words.lockedWhole]
  const lasts = !hasProgram
    ? words.staysSo
    : lastsH === null
      ? null
      : lastsH === 0
        ? words.lastsPeriod
        : lastsH === 1
          ? words.lastsOne
          : put(words.lastsHours, { h: lastsH })
  return [
    warmer && cooler ? put(words.warmer, { warmer, cooler }) : put(words.warmerPlain, { name }),
    ...(lasts ? [lasts] : []),
    ...(hold ? [put(words.hold, { keys: hold }), resume ? put(words.resume, { keys: resume }) : words.resumePlain] : []),
    ...(locked === 'part' ? [words.locked] : []),
  ]
}

function care({ device, filter }: OccupantFacts, words: OccupantWords, date: (iso: string) => string): string[] {
  return [
    ...(device?.battery
      ? [
          device.battery.on
            ? put(words.batteryOn, { what: device.battery.what, day: date(device.battery.on) })
            : put(words.battery, { what: device.battery.what }),
        ]
      : []),
    ...(filter
      ? [
          filter.on
            ? put(words.filterOn, { day: date(filter.on) })
            : filter.everyH
              ? put(words.filterHours, { h: filter.everyH })
              : words.filter,
        ]
      : []),
  ]
}
