import { grille } from './grille.ts'
import { heard } from './heard.ts'
import { hood } from './hood.ts'
import { plate } from './plate.ts'
import { probes } from './probes.ts'
import { rise } from './rise.ts'
import { split } from './split.ts'

/** Every kind of reading that belongs to a try. */
export const READINGS = [probes, split, rise, grille, heard, hood, plate] as const

/** The kinds of change that hold them. */
export const READING_KINDS = READINGS.map(({ kind }) => kind)

type ReadingSpecOf = (typeof READINGS)[number]
export type ReadingKind = ReadingSpecOf['reading']
export type ReadingBody<K extends ReadingKind> = InstanceType<Extract<ReadingSpecOf, { reading: K }>['body']>
