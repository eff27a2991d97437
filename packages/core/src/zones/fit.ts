import { inverse, Matrix, solve } from 'ml-matrix'
import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

/** A reading of the duct with some zones open. */
export interface NetworkReading {
  id: string
  /** One for each branch; an always-open branch is open whatever it says. */
  open: readonly boolean[]
  /** After the cabinet, against the room. */
  supplyInWc: number
  /** Before the cabinet, against the room: below nothing. */
  returnInWc: number
  flowCfm: number
}

export interface NetworkFit {
  commonResistance: number
  branchResistances: number[]
  /** Branches whose own readings carry them; the others rest on their share. */
  measured: boolean[]
  /** Per reading, what the fitted network gives there: (model − measured) / measured. */
  off: { id: string; flowShare: number }[]
  /** Readings that the others do not bear out. */
  doubted: string[]
}

/** How much a share weighs against a reading: little, so that one reading of a zone by itself overrules it. */
const SHARE_WEIGHT = 0.05
/** A branch of which readings explain more than this stands by itself. */
const OWN_SHARE = 0.8
/** Probes and table together; more than this is a finding. */
const FIT_BAND = 0.15

/**
 * Branch and common resistances from statics and flows read with different zones open.
 * With k = 1/√R every reading says Q/√p = Σ k of the open branches, which is linear in k: least squares, drawn weakly
 * towards the zones' shares, so that one reading already gives an answer and each further one takes the place of an
 * assumption. The common part is the return side: −p = R·Q².
 * Source: parallel branches p = R·Q²; ridge regression (Hoerl & Kennard 1970).
 * @param shares weight of each branch by outlets, load or design, > 0
 */
export function fitNetwork(
  shares: readonly number[],
  alwaysOpen: readonly number[],
  readings: readonly NetworkReading[],
): Result<NetworkFit> {
  const zones = shares.length
  const bad = shares.findIndex((one) => !(one > 0) || !Number.isFinite(one))
  if (bad >= 0) return refuse('zone-without-outlets', { zone: bad + 1 })
  if (readings.length === 0) return refuse('no-static-read')
  for (const one of readings) {
    if (!(one.supplyInWc > 0)) return refuse('supply-static-not-above-zero', { supplyInWc: one.supplyInWc })
    if (one.returnInWc > 0) return refuse('return-static-above-zero', { returnInWc: one.returnInWc })
    if (!(one.flowCfm > 0)) return refuse('reading-without-flow')
  }
  const isOpen = (one: NetworkReading, i: number) => alwaysOpen.includes(i) || one.open[i] === true
  if (readings.some((one) => !shares.some((_, i) => isOpen(one, i)))) return refuse('reading-all-shut')
  // Scale of the shares: what they have to be multiplied by, on the whole, to give the readings.
  const lets = readings.map((one) => one.flowCfm / Math.sqrt(one.supplyInWc))
  const shareOpen = readings.map((one) => shares.reduce((sum, share, i) => sum + (isOpen(one, i) ? share : 0), 0))
  const scale = Math.exp(lets.reduce((sum, y, j) => sum + Math.log(y / (shareOpen[j] as number)), 0) / readings.length)
  const prior = shares.map((share) => share * scale)
  // Unknown: k as a share of the prior. Each reading is divided by its own value, so that all weigh alike.
  const rows = readings.map((one, j) => prior.map((k, i) => (isOpen(one, i) ? k / (lets[j] as number) : 0)))
  const draw = prior.map((_, i) => prior.map((_, j) => (i === j ? SHARE_WEIGHT : 0)))
  const left = new Matrix([...rows, ...draw])
  const right = Matrix.columnVector([...rows.map(() => 1), ...draw.map(() => SHARE_WEIGHT)])
  const ratios = solve(left, right)
    .to1DArray()
    .map((one) => Math.max(one, 0.05))
  const own = new Matrix(rows)
  const normal = own.transpose().mmul(own)
  const resolution = inverse(Matrix.add(normal, Matrix.eye(zones).mul(SHARE_WEIGHT ** 2))).mmul(normal)
  const passes = prior.map((k, i) => k * (ratios[i] as number))
  const off = readings.map((one) => {
    const model = passes.reduce((sum, k, i) => sum + (isOpen(one, i) ? k : 0), 0) * Math.sqrt(one.supplyInWc)
    return { id: one.id, flowShare: model / one.flowCfm - 1 }
  })
  const squares = readings.map((one) => one.flowCfm ** 2)
  return ok({
    commonResistance:
      readings.reduce((sum, one, j) => sum - one.returnInWc * (squares[j] as number), 0) /
      squares.reduce((sum, one) => sum + one * one, 0),
    branchResistances: passes.map((k) => 1 / (k * k)),
    measured: prior.map((_, i) => resolution.get(i, i) > OWN_SHARE),
    off,
    doubted: off.filter((one) => Math.abs(one.flowShare) > FIT_BAND).map((one) => one.id),
  })
}
