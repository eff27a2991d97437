/** Places where a probe is put, in the order air meets them. The room on both ends reads zero. A coil of its own stands after a furnace. */
const PROBE_POINTS = [
  'room-return',
  'before-filter',
  'after-filter',
  'return',
  'supply',
  'after-coil',
  'trunk',
  'room-supply',
] as const
export type ProbePoint = (typeof PROBE_POINTS)[number]

/** The parts between neighbouring points. `cabinet` holds the blower: static rises across it. */
const WALK_PARTS = ['return-grille', 'filter', 'return-drop', 'cabinet', 'coil', 'supply-trunk', 'branches'] as const
export type WalkPart = (typeof WALK_PARTS)[number]

export interface WalkStep {
  /** One part, or several that lie between two measured points. */
  parts: WalkPart[]
  fromPoint: ProbePoint
  toPoint: ProbePoint
  fromInWc: number
  toInWc: number
  /** What the air loses here; for the cabinet, what the blower adds. */
  dropInWc: number
  /** Share of the external static, 0..1; null for the cabinet or when the total is not known. */
  share: number | null
}

export interface StaticWalk {
  steps: WalkStep[]
  /** supply − return; null until both are read. */
  externalInWc: number | null
  /** The single part with the largest share, once it stands alone. */
  worst: WalkStep | null
  /** Steps where static rises without a blower: these readings cannot all be right. */
  impossible: WalkStep[]
}

export type ProbeReadings = Partial<Record<Exclude<ProbePoint, 'room-return' | 'room-supply'>, number>>

/** A probe and its hose repeat within about this, in.wc. */
export const PROBE_REPEAT_IN_WC = 0.02

/** Points and parts of this system's air path: a coil outside the cabinet is there once it was read behind. */
export function walkLine(readings: ProbeReadings): { points: ProbePoint[]; parts: WalkPart[] } {
  const coil = readings['after-coil'] !== undefined
  return {
    points: PROBE_POINTS.filter((point) => coil || point !== 'after-coil'),
    parts: WALK_PARTS.filter((part) => coil || part !== 'coil'),
  }
}

/**
 * The static lost over each part, from signed probe readings against the room. Parts without a reading between them
 * are taken together. Source: external static = supply − return; drop = difference of neighbouring probes. Valid: one
 * blower, between `return` and `supply`, and readings taken at one flow.
 */
export function staticWalk(readings: ProbeReadings): StaticWalk {
  const at = (point: ProbePoint): number | null =>
    point.startsWith('room') ? 0 : (readings[point as keyof ProbeReadings] ?? null)
  const external = readings.supply !== undefined && readings.return !== undefined ? readings.supply - readings.return : null
  const steps: WalkStep[] = []
  let from = 0
  const line = walkLine(readings)
  for (let to = 1; to < line.points.length; to += 1) {
    const toPoint = line.points[to] as ProbePoint
    const fromPoint = line.points[from] as ProbePoint
    const [fromInWc, toInWc] = [at(fromPoint), at(toPoint)]
    if (toInWc === null || fromInWc === null) continue
    const parts = line.parts.slice(from, to)
    const cabinet = parts.includes('cabinet')
    const dropInWc = cabinet ? toInWc - fromInWc : fromInWc - toInWc
    steps.push({
      parts,
      fromPoint,
      toPoint,
      fromInWc,
      toInWc,
      dropInWc,
      share: cabinet || !external || external <= 0 ? null : dropInWc / external,
    })
    from = to
  }
  const alone = steps.filter((step) => step.parts.length === 1 && step.share !== null)
  const worst = alone.length > 0 ? alone.reduce((a, b) => (b.dropInWc > a.dropInWc ? b : a)) : null
  const impossible = steps.filter((step) => !step.parts.includes('cabinet') && step.dropInWc < -PROBE_REPEAT_IN_WC)
  return { steps, externalInWc: external, worst, impossible }
}

/** Names as a technician says them. */
export const PART_NAMES: Record<WalkPart, string> = {
  'return-grille': 'return grille',
  filter: 'filter',
  'return-drop': 'return drop',
  cabinet: 'cabinet',
  coil: 'coil',
  'supply-trunk': 'supply trunk',
  branches: 'branches and grilles',
}

export const POINT_NAMES: Record<ProbePoint, string> = {
  'room-return': 'in the room',
  'before-filter': 'before the filter',
  'after-filter': 'after the filter',
  return: 'return side of the cabinet',
  supply: 'supply side of the cabinet',
  'after-coil': 'after the coil',
  trunk: 'end of the supply trunk',
  'room-supply': 'in the room',
}
