import 'reflect-metadata'
import { SYSTEM_KIND_WORDS, SYSTEM_KINDS, type SystemKind } from '@ingle/core'
import { IsBoolean, IsIn, IsInt, IsOptional, Max, Min } from 'class-validator'
import { assign } from '../../state/assign.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'
import { sayFields } from '../spec.ts'

/** What kind of system is to be wired; a field that was not sent leaves the earlier one standing. */
class WiringSet extends OnVisit {
  @IsOptional() @IsIn(SYSTEM_KINDS) kind?: SystemKind
  @IsOptional() @IsIn([0, 1, 2]) heatStages?: 0 | 1 | 2
  @IsOptional() @IsIn([0, 1, 2]) coolStages?: 0 | 1 | 2
  @IsOptional() @IsIn([1, 2]) transformers?: 1 | 2
  /** The mode in which the equipment wants its reversing valve live. */
  @IsOptional() @IsIn(['cool', 'heat']) reversing?: 'cool' | 'heat'
  @IsOptional() @IsBoolean() splitPower?: boolean
  @IsOptional() @IsIn(['common', 'battery']) controllerPower?: 'common' | 'battery'
  @IsOptional() @IsIn(['O and B', 'O/B']) valve?: 'O and B' | 'O/B'
  /** How the controller names its auxiliary heat. */
  @IsOptional() @IsIn(['W', 'AUX and E']) aux?: 'W' | 'AUX and E'
  /** Conductors of the cable, counted. */
  @IsOptional() @IsInt() @Min(0) @Max(40) cable?: number
}

const fields = {
  kind: { says: 'kind', words: SYSTEM_KIND_WORDS },
  heatStages: { says: 'heat stages' },
  coolStages: { says: 'cool stages' },
  transformers: { says: 'transformers' },
  reversing: { says: 'reversing valve live in', words: { cool: 'cooling', heat: 'heating' } },
  splitPower: { says: 'split power terminals' },
  controllerPower: { says: 'controller power' },
  valve: { says: 'valve terminals' },
  aux: { says: 'auxiliary heat on' },
  cable: { says: 'conductors' },
} as const

export const wiringSet = kind('wiring.set', {
  body: WiringSet,
  fields,
  says: (body, show) => `wiring: ${sayFields(body, fields, show)}`,
  fold(into, { body }) {
    const here = into.here(body)
    if (here)
      assign(here.wiring.set, body, [
        'kind',
        'heatStages',
        'coolStages',
        'transformers',
        'reversing',
        'splitPower',
        'controllerPower',
        'valve',
        'aux',
        'cable',
      ])
  },
})
