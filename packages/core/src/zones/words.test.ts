import { describe, expect, it } from 'vitest'
import { showIn } from '../advice/show.ts'
import { BASE_UNITS, METRIC_UNITS } from '../quantity/units.ts'
import { combinationOf, judgeZones, ZONE_BREAKS, type ZoneCase } from './judge.ts'
import type { ZoneMend } from './mends.ts'
import { breakWords, controllerWords, mendWords } from './words.ts'

const show = showIn(BASE_UNITS)
const of: ZoneCase = {
  network: {
    commonResistance: 8e-8,
    branchResistances: [1.6e-6, 2.2e-6, 1.4e-5],
    alwaysOpen: [],
    fan: { kind: 'constant-airflow', setCfm: 1200, maxStaticInWc: 0.9 },
  },
  branches: [
    { name: 'Waiting', designCfm: 700, loudest: null },
    { name: 'Surgery', designCfm: 400, loudest: null },
    { name: 'Store', designCfm: 600, loudest: { name: 'Store a', fpmPerCfm: 4, maxFaceFpm: 700 } },
  ],
  limits: { heaterFloorCfm: 950, coilFloorCfm: 900, maxStaticInWc: 0.7 },
  steps: null,
  keepsLast: false,
}
const row = (mask: number, one: ZoneCase = of) => {
  const judged = judgeZones(one)
  if (!judged.ok) throw new Error(judged.reason)
  return combinationOf(judged.value, mask)
}

describe('combinations in words', () => {
  it('says each broken limit with its figures, in the reader’s units', () => {
    const alone = row(0b100)
    expect(alone.breaks).toEqual(['heater', 'coil', 'static', 'noise', 'short'])
    const said = alone.breaks.map((one) => breakWords(one, alone, of, show))
    expect(said[0]).toMatch(/^2\d\d cfm is under the 950 cfm that the heater needs$/)
    expect(said[2]).toBe('static 0.90 in.wc, rated for 0.70 in.wc')
    expect(said[3]).toMatch(/at Store a, heard above 700 fpm$/)
    expect(said[4]).toBe('Store short of air')
    expect(breakWords('static', alone, of, showIn(METRIC_UNITS))).toBe('static 224 Pa, rated for 174 Pa')
    for (const one of ZONE_BREAKS) expect(breakWords(one, alone, of, show)).not.toMatch(/NaN|undefined/)
  })

  it('says what controller and blower do', () => {
    expect(controllerWords(0b111, of, show)).toContain('tries to hold 1,200 cfm')
    expect(controllerWords(0, of, show)).toContain('blows against shut dampers')
    expect(controllerWords(0b1, { ...of, network: { ...of.network, alwaysOpen: [0] } }, show)).toContain(
      'blows into what is always open',
    )
    const stepped = { ...of, steps: { low: 0.5, mid: 0.75, high: 1 } }
    expect(controllerWords(0b001, stepped, show)).toBe('The controller takes its low fan step, 50% of 1,200 cfm.')
    expect(controllerWords(0b011, stepped, show)).toContain('mid fan step, 75%')
    const curve = { ...of.network, fan: { kind: 'curve' as const, flowsCfm: [0, 1500], staticsInWc: [1, 0] } }
    expect(controllerWords(0b011, { ...of, network: curve }, show)).toContain('less air the more is shut')
  })

  it.each<[Omit<ZoneMend, 'badLeft' | 'worstLeft'>, string]>([
    [{ kind: 'keep-open', zone: 0 }, 'Keep Waiting open'],
    [{ kind: 'relief', staticInWc: 0.35 }, 'A relief damper that opens at 0.35 in.wc'],
    [{ kind: 'lower-step', share: 0.7 }, 'A fan step of 70% while fewer than half of the zones are open'],
    [{ kind: 'closing-limit', share: 0.2 }, 'Leave every damper at least 20% open'],
    [{ kind: 'larger-outlet', zone: 2, share: 2 }, 'A larger outlet in Store, 2.00 times the free area'],
    [{ kind: 'more-always-open', share: 0.25 }, 'More outlets that are always open, 25% of what the zones let through'],
    [
      { kind: 'keep-open', zone: 0, also: { kind: 'relief', staticInWc: 0.4 } },
      'Keep Waiting open, and a relief damper that opens at 0.40 in.wc',
    ],
  ])('says a mend as something to do: %o', (mend, does) => {
    const said = mendWords({ ...mend, badLeft: 2, worstLeft: 0.2 }, of, show)
    expect(said.does).toBe(does)
    expect(said.note).toMatch(/^2 combinations stay beyond a limit\. /)
    expect(mendWords({ ...mend, badLeft: 0, worstLeft: 0 }, of, show).note).toMatch(
      /^Every combination is then within its limits\. /,
    )
    expect(mendWords({ ...mend, badLeft: 1, worstLeft: 0 }, of, show).note).toMatch(/^1 combination stays /)
  })
})
