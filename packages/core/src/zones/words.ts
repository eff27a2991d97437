import { capital, list, percent, type Show } from '../advice/show.ts'
import { bits, stepOf, type ZoneBreak, type ZoneCase, type ZoneCombination } from './judge.ts'
import type { ZoneMend } from './mends.ts'

/** What a broken limit means for the plant and the people, with its figures. */
export function breakWords(one: ZoneBreak, row: ZoneCombination, of: ZoneCase, show: Show): string {
  const loudest = row.loudestBranch === null ? null : of.branches[row.loudestBranch]?.loudest
  switch (one) {
    case 'heater':
      return `${show('flow', row.totalCfm)} is under the ${show('flow', of.limits.heaterFloorCfm ?? 0)} that the heater needs`
    case 'coil':
      return `${show('flow', row.totalCfm)} is under the ${show('flow', of.limits.coilFloorCfm ?? 0)} that the coil needs`
    case 'static':
      return `static ${show('static', row.fanInWc)}, rated for ${show('static', of.limits.maxStaticInWc ?? 0)}`
    case 'noise':
      return `${show('velocity', row.faceFpm)} at ${loudest?.name ?? 'an outlet'}, heard above ${show('velocity', loudest?.maxFaceFpm ?? 0)}`
    case 'short': {
      const short = of.branches.flatMap((branch, i) =>
        branch.designCfm && row.mask & (1 << i) && (row.zoneCfm[i] as number) < 0.8 * branch.designCfm ? [branch.name] : [],
      )
      return `${list(short)} short of air`
    }
    case 'off-curve':
      return 'the blower’s table ends before this: more static than it was measured at'
  }
}

/** What the zone controller and the blower do in a combination. */
export function controllerWords(mask: number, of: ZoneCase, show: Show): string {
  const always = of.network.alwaysOpen.reduce((all, zone) => all | (1 << zone), 0)
  const open = bits(mask & ~always)
  const closable = of.branches.length - bits(always)
  if (open === 0)
    return always
      ? 'No zone calls: the blower stands. On leftover heat or at a trickle it blows into what is always open.'
      : 'No zone calls: the blower stands. Running on, on leftover heat or at a trickle, it blows against shut dampers.'
  const step = stepOf(open, closable)
  const fan = of.network.fan.kind === 'constant-airflow' ? of.network.fan : null
  if (of.steps) {
    const said = { low: 'low', mid: 'mid', high: 'high' }[step]
    return `The controller takes its ${said} fan step, ${percent(of.steps[step])}${fan ? ` of ${show('flow', fan.setCfm)}` : ''}.`
  }
  return fan
    ? `The motor tries to hold ${show('flow', fan.setCfm)} whatever is open, up to ${show('static', fan.maxStaticInWc)}.`
    : 'The blower follows its curve: less air the more is shut.'
}

/** A mend as something to do. */
export function mendWords(mend: ZoneMend, of: ZoneCase, show: Show): { does: string; note: string } {
  const parts = [mend, ...(mend.also ? [mend.also] : [])].map((one) => wordsOf(one, of, show))
  const left =
    mend.badLeft === 0
      ? 'Every combination is then within its limits.'
      : `${mend.badLeft} ${mend.badLeft === 1 ? 'combination stays' : 'combinations stay'} beyond a limit.`
  return { does: capital(parts.map((one) => one.does).join(', and ')), note: [left, ...parts.map((one) => one.note)].join(' ') }
}

function wordsOf(mend: Omit<ZoneMend, 'badLeft' | 'worstLeft'>, of: ZoneCase, show: Show): { does: string; note: string } {
  const share = mend.share ?? 0
  switch (mend.kind) {
    case 'keep-open':
      return {
        does: `keep ${of.branches[mend.zone ?? 0]?.name ?? 'a zone'} open`,
        note: 'It gets air whenever another zone calls.',
      }
    case 'more-always-open': {
      const { fan } = of.network
      const flow = fan.kind === 'constant-airflow' ? fan.setCfm : Math.max(...fan.flowsCfm)
      return {
        does: `more outlets that are always open, ${percent(share)} of what the zones let through`,
        note: `About ${show('flow', (flow * share) / (1 + share))} with all zones open: halls, baths, stairs.`,
      }
    }
    case 'relief':
      return {
        does: `a relief damper that opens at ${show('static', mend.staticInWc ?? 0)}`,
        note: 'Let it into a room that can take the air; back into the return, the coil sees its own cold or hot air again.',
      }
    case 'lower-step':
      return {
        does: `a fan step of ${percent(share)} while fewer than half of the zones are open`,
        note: 'Heater and coil keep their own least flow.',
      }
    case 'closing-limit':
      return {
        does: `leave every damper at least ${percent(share)} open`,
        note: 'Closed zones then drift a little with the others.',
      }
    case 'larger-outlet':
      return {
        does: `a larger outlet in ${of.branches[mend.zone ?? 0]?.name ?? 'a zone'}, ${share.toFixed(2)} times the free area`,
        note: 'The same air, slower.',
      }
  }
}
