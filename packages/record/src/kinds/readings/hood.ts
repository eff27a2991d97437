import 'reflect-metadata'
import { IsIn, IsNotEmpty, IsNumber, IsString, Max, MaxLength, Min } from 'class-validator'
import { exact } from '../exact.ts'
import { OnTry } from '../onVisit.ts'
import { reading } from '../spec.ts'
import { named, typeable } from './grille.ts'

/** A hood over a grille. */
class ReadingHood extends OnTry {
  @IsString() @IsNotEmpty() @MaxLength(60) name!: string
  @IsIn(['return', 'supply']) side!: 'return' | 'supply'
  @IsNumber() @Min(0) @Max(100_000) flowCfm!: number
}

export const hood = reading('hood', {
  body: ReadingHood,
  says: ({ side, name, flowCfm }, show) => `hood on ${side} ${name} ${show('flow', flowCfm)}`,
  fields: { flowCfm: { says: 'hood', in: 'flow', read: true } },
  rowName: ({ side, name }) => ` ${side} ${name}`,
  line: ({ name, side, flowCfm }, context) =>
    typeable(name, context) ? `hood ${named(name, side, context)} ${exact('flow', flowCfm, context.units)}` : null,
  jotted: { hood: ({ kind: _, ...values }) => values },
})
