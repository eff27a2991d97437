import type { InstrumentMeasure } from '../airflow/instruments.ts'
import type { LiveId } from '../device/registers.ts'
import type { Quantity } from '../quantity/units.ts'

/** How a system stands between tests: what one leaves, the next may begin with. */
export const STANDS = {
  idle: 'at rest, powered',
  heating: 'heating, warm',
  cooling: 'cooling, coil cold',
  fan: 'fan alone',
  off: 'isolated',
} as const
export type Stands = keyof typeof STANDS

/** What a system can have, and a test can ask for. */
export const FACTS = {
  heat: 'something that heats',
  cool: 'something that cools',
  gas: 'a burner',
  'heat-pump': 'a compressor that heats',
  'reversing-valve': 'a reversing valve on a terminal of its own',
  'second-heat': 'a second stage of heat',
  'second-cool': 'a second stage of cooling',
  auxiliary: 'auxiliary heat beside a heat pump',
  'electric-heat': 'an electric heater',
  'fan-limit': 'a mechanical fan-and-limit switch',
  'satisfied-heat': 'a fan that is to stop once heating is satisfied',
  'satisfied-cool': 'a fan that is to stop once cooling is satisfied',
  'satisfied-runs-heat': 'a fan that is to go on once heating is satisfied',
  'satisfied-runs-cool': 'a fan that is to go on once cooling is satisfied',
  changeover: 'a changeover of its own',
  'delays-heat': 'blower delays in heating',
  'delays-cool': 'blower delays in cooling',
  ramp: 'a blower ramp',
  'warm-start': 'a fan that waits for a warm coil',
  defrost: 'defrost',
  damper: 'an outdoor-air damper',
  economizer: 'free cooling',
  co2: 'control by CO₂',
  exhaust: 'an exhaust fan',
  alarm: 'an alarm output',
  drying: 'dehumidification',
  input: 'inputs for contacts',
  remote: 'a contact that starts and stops it',
  clock: 'a clock or a program',
  sensor: 'a temperature that it reads and shows',
  zones: 'zone dampers',
  force: 'a way to be forced to full capacity',
} as const
export type Fact = keyof typeof FACTS

/** What a result can rest on beside settings. */
export const GROUNDS = {
  equipment: 'the devices of the system',
  parts: 'its parts and their plates',
  wiring: 'its wiring',
  inputs: 'what hangs on its inputs',
  blower: 'blower, filter and duct',
  zones: 'its zones and outlets',
  damper: 'its damper and the points on the strip',
  times: 'the week that it is to follow',
  fixes: 'temporary fixes',
} as const
export type Ground = keyof typeof GROUNDS

/** Tests that are run once for each of something. */
export const EACH = { contact: 'contact', zone: 'zone', 'fan-speed': 'fan speed' } as const
export type Each = keyof typeof EACH

/**
 * What limits may follow from beside settings: what the plate of the machine says. A test without such a figure in its record
 * cannot tell; there is no usual figure that stands in for a plate.
 */
export const PLATE_LIMITS = {
  'plate.rise.low': 'the least temperature rise',
  'plate.rise.high': 'the most temperature rise',
  'plate.heater.power': 'the power of the heater',
  'plate.damper.stroke': 'the time of the damper from shut to open',
} as const
export type PlateLimit = keyof typeof PLATE_LIMITS
export const isPlateLimit = (role: string): role is PlateLimit => Object.hasOwn(PLATE_LIMITS, role)

/** A limit: a figure, or one that follows from how a setting stands. */
export interface TestLimit {
  figure?: number
  /** The setting that it follows from, in that role's own unit; or what a plate says, as one of `PLATE_LIMITS`. */
  role?: string
  times?: number
  plus?: number
  /** Where nobody knows how the setting stands; absent: then nothing can be told. */
  otherwise?: number
}

/** Something that is read in a step. */
export interface TestReading {
  id: string
  says: string
  in: Quantity | 'count' | 'ppm'
  /** Which instrument it is read with; absent: the device shows it. */
  with?: InstrumentMeasure
  /** What it may be off by where no instrument was chosen, in its base unit. */
  plusMinus: number
  /** Beyond these nobody reads anything here: a slip of the decimal point or of the unit. */
  least: number
  most: number
  /** It may be read over a wire. */
  live?: LiveId
  /** It is followed over time, and drawn. */
  traced?: boolean
}

/** A key to tap. A moment is kept with its time whatever it says. */
export interface TestAnswer {
  id: string
  says: string
  counts: 'good' | 'bad' | 'moment'
}

export interface TestStep {
  id: string
  /** What to do now. */
  do: string
  /** What to watch. */
  watch?: string
  /** The danger of this step, said before it. */
  caution?: string
  /** How long it lasts at least, in seconds. */
  waitS?: TestLimit
  /** A break in it spoils it: it begins again, at this step. */
  again?: string
  reads?: readonly TestReading[]
  asks?: readonly TestAnswer[]
}

/** A moment of a run: the beginning of a step, or an answer in it (`watch`, `watch.stopped`). */
export type Moment = string

export type TestCheck = { id: string; says: string } & (
  | { kind: 'value'; of: string; in: TestReading['in']; low?: TestLimit; high?: TestLimit }
  | { kind: 'difference'; of: string; minus: string; in: TestReading['in']; low?: TestLimit; high?: TestLimit }
  /** Volts times amps of one phase, kW. */
  | { kind: 'power'; volts: string; amps: string; low?: TestLimit; high?: TestLimit }
  | { kind: 'seconds'; from: Moment; to: Moment; low?: TestLimit; high?: TestLimit }
  /** Good answers of a step pass, bad ones fail. */
  | { kind: 'answer'; step: string }
  /** What was on stops within so many seconds of a moment, and stays so: by its trace, else by the answers. */
  | { kind: 'stops'; of: string; over: number; from: Moment; within: TestLimit; staysS: number; stopped: Moment; back?: Moment }
)

/** Something that a pass shows, and by which checks: nothing is claimed that no check looks at. */
export interface TestClaim {
  says: string
  /** Ids of checks. */
  by: readonly string[]
  /** Of what the test proves, the roles that this is about. */
  roles?: readonly string[]
}

export interface TestCause {
  says: string
  /** The stage that mends it. */
  stage: string
  /** The setting to look at there. */
  role?: string
  /** The check that failed; absent: any. */
  check?: string
}

/** A test as data. Seconds and base units throughout. */
export interface TestForm {
  id: string
  version: number
  name: string
  says: string
  /** Absent in tests of before claims were tied to checks. */
  claims?: readonly TestClaim[]
  has: readonly Fact[]
  lacks?: readonly Fact[]
  each?: Each
  proves: readonly string[]
  restsOn: readonly (string | Ground)[]
  begins: Stands
  ends: Stands
  handMin: number
  steps: readonly TestStep[]
  passes: readonly TestCheck[]
  causes: readonly TestCause[]
  /** No visit of another kind asks for it: only where something of it was changed, or somebody wants it. */
  onlyWhenTouched?: boolean
}

/** What is wrong with a test as it is written; empty: nothing. */
export function testDoubts(test: TestForm): string[] {
  const out: string[] = []
  const twice = (what: string, ids: readonly string[]) => {
    const again = ids.find((one, i) => ids.indexOf(one) !== i)
    if (again !== undefined) out.push(`${what} “${again}” is there twice`)
  }
  const steps = new Map(test.steps.map((one) => [one.id, one]))
  const readings = new Map(test.steps.flatMap((one) => (one.reads ?? []).map((reading) => [reading.id, reading] as const)))
  twice(
    'step',
    test.steps.map((one) => one.id),
  )
  twice(
    'reading',
    test.steps.flatMap((one) => (one.reads ?? []).map((reading) => reading.id)),
  )
  twice(
    'check',
    test.passes.map((one) => one.id),
  )
  if (test.steps.length === 0) out.push('it has no step')
  if (test.passes.length === 0) out.push('it says of nothing what counts as a pass')
  const moment = (at: Moment, check: string) => {
    const [step = '', answer] = at.split('.')
    const found = steps.get(step)
    if (!found) out.push(`check “${check}” names the step “${step}”, which is not there`)
    else if (answer !== undefined && !found.asks?.some((one) => one.id === answer))
      out.push(`check “${check}” names the answer “${at}”, which is not there`)
  }
  const reading = (id: string, check: string, traced = false) => {
    const found = readings.get(id)
    if (!found) out.push(`check “${check}” names the reading “${id}”, which is not there`)
    else if (traced && !found.traced) out.push(`check “${check}” follows “${id}” over time, and it is not traced`)
  }
  for (const one of readings.values())
    if (one.least >= one.most) out.push(`reading “${one.id}” can be nothing: its least is not under its most`)
  for (const step of test.steps)
    if (step.again !== undefined && !steps.has(step.again))
      out.push(`step “${step.id}” begins again at “${step.again}”, which is not there`)
  for (const check of test.passes) {
    if (check.kind === 'value') reading(check.of, check.id)
    if (check.kind === 'difference') for (const id of [check.of, check.minus]) reading(id, check.id)
    if (check.kind === 'power') for (const id of [check.volts, check.amps]) reading(id, check.id)
    if (check.kind === 'seconds') for (const at of [check.from, check.to]) moment(at, check.id)
    if (check.kind === 'answer') {
      const step = steps.get(check.step)
      if (!step) out.push(`check “${check.id}” names the step “${check.step}”, which is not there`)
      else if (!step.asks?.some((one) => one.counts === 'good') || !step.asks.some((one) => one.counts === 'bad'))
        out.push(`check “${check.id}” asks “${check.step}”, which needs one good answer and one bad`)
    }
    if (check.kind === 'stops') {
      reading(check.of, check.id, true)
      for (const at of [check.from, check.stopped, ...(check.back ? [check.back] : [])]) moment(at, check.id)
    }
    const isLimited = check.kind !== 'answer' && check.kind !== 'stops'
    if (isLimited && !check.low && !check.high) out.push(`check “${check.id}” has no limit`)
  }
  if (test.claims) out.push(...claimDoubts(test, test.claims))
  return out
}

/** Claims without a check, checks without a claim, and roles that a pass would prove though no claim is about them. */
function claimDoubts({ passes, proves }: TestForm, claims: readonly TestClaim[]): string[] {
  const ids = new Set(passes.map((one) => one.id))
  const by = new Set(claims.flatMap((one) => one.by))
  const roles = new Set(claims.flatMap((one) => one.roles ?? []))
  return [
    ...claims.filter((one) => one.by.length === 0).map((one) => `it claims “${one.says}”, and no check looks at it`),
    ...[...by].filter((id) => !ids.has(id)).map((id) => `a claim names the check “${id}”, which is not there`),
    ...[...ids].filter((id) => !by.has(id)).map((id) => `the check “${id}” belongs to no claim`),
    ...proves.filter((role) => !roles.has(role)).map((role) => `it proves “${role}”, and no claim is about it`),
    ...[...roles].filter((role) => !proves.includes(role)).map((role) => `a claim is about “${role}”, which it does not prove`),
  ]
}

/** How long a test takes, in minutes: the work of the hands, and the waits. A wait that follows from a setting is taken as its `otherwise`. */
export const testMinutes = ({ handMin, steps }: TestForm): number =>
  handMin + steps.reduce((sum, one) => sum + (one.waitS?.figure ?? one.waitS?.otherwise ?? 0), 0) / 60
