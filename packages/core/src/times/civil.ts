/**
 * Days of the calendar as numbers, without a clock: a date is the days since 1 January 1970.
 * Source: the Gregorian calendar counted in eras of 400 years (146,097 days), each beginning on 1 March so that the leap day
 * is the last of its year. Valid: any year.
 */
export function dayNumber(year: number, month: number, day: number): number {
  const y = month <= 2 ? year - 1 : year
  const era = Math.floor(y / 400)
  const ofEra = y - era * 400
  const ofYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1
  return era * 146_097 + ofEra * 365 + Math.floor(ofEra / 4) - Math.floor(ofEra / 100) + ofYear - 719_468
}

export interface CivilDate {
  year: number
  month: number
  day: number
}

/** The date of a day. Source and Valid: as `dayNumber`, turned round. */
export function civilOf(day: number): CivilDate {
  const z = day + 719_468
  const era = Math.floor(z / 146_097)
  const ofEra = z - era * 146_097
  const yearOfEra = Math.floor(
    (ofEra - Math.floor(ofEra / 1460) + Math.floor(ofEra / 36_524) - Math.floor(ofEra / 146_096)) / 365,
  )
  const ofYear = ofEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100))
  const m = Math.floor((5 * ofYear + 2) / 153)
  const month = m < 10 ? m + 3 : m - 9
  return {
    year: yearOfEra + era * 400 + (month <= 2 ? 1 : 0),
    month,
    day: ofYear - Math.floor((153 * m + 2) / 5) + 1,
  }
}

/** Whether there is such a day: 31 February is none. */
export function isDate({ year, month, day }: CivilDate): boolean {
  if (!(month >= 1 && month <= 12 && day >= 1 && day <= 31)) return false
  const back = civilOf(dayNumber(year, month, day))
  return back.month === month && back.day === day
}
