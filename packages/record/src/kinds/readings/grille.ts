import 'reflect-metadata'
import { BASE_UNITS, grilleNamed, readNumber, tidyTyped, type UnitChoice } from '@ingle/core'
import { IsIn, IsNotEmpty, IsNumber, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { exact } from '../exact.ts'
import { OnTry } from '../onVisit.ts'
import { type LineContext, reading } from '../spec.ts'

class ReadingGrille extends OnTry {
  @IsString() @IsNotEmpty() @MaxLength(60) name!: string
  @IsIn(['return', 'supply']) side!: 'return' | 'supply'
  @IsNumber() @Min(0) @Max(10_000) faceFpm!: number
  @IsOptional() @IsNumber() @Min(1) @Max(600) widthIn?: number | null
  @IsOptional() @IsNumber() @Min(1) @Max(600) heightIn?: number | null
  @IsOptional() @IsNumber() @Min(0.05) @Max(1) freeArea?: number | null
}

/** Air speed at the face of a grille. */
export const grille = reading('grille', {
  body: ReadingGrille,
  says: ({ side, name, faceFpm }, show) => `${side} grille ${name} ${show('velocity', faceFpm)}`,
  fields: {
    faceFpm: { says: 'face speed', in: 'velocity', read: true },
    widthIn: { says: 'width', in: 'length', read: true },
    heightIn: { says: 'height', in: 'length', read: true },
    freeArea: { says: 'free area', read: true },
  },
  rowName: ({ side, name }) => ` ${side} ${name}`,
  line({ name, side, faceFpm, widthIn, heightIn, freeArea }, context) {
    if (!typeable(name, context)) return null
    const { known } = grilleNamed(name.toLowerCase(), context)
    if (known?.freeArea != null && freeArea == null) return null
    const sized = (known?.widthIn ?? null) === (widthIn ?? null) && (known?.heightIn ?? null) === (heightIn ?? null)
    const size = sized ? '' : ` ${sizeIn(widthIn ?? null, heightIn ?? null, context.units)}`
    const free = (known?.freeArea ?? null) === (freeArea ?? null) ? '' : ` free ${freeArea}`
    return `grille ${named(name, side, context)} ${exact('velocity', faceFpm, context.units)}${size}${free}`
  },
  jotted: { grille: ({ kind: _, ...values }) => values },
})

/** A name that a line gives back as it is: plain words, none of them a number, small unless the survey knows it. */
export function typeable(name: string, { grilles }: LineContext): boolean {
  const words = name.split(' ')
  const known = grilles.find((one) => one.name.toLowerCase() === name.toLowerCase())?.name ?? name.toLowerCase()
  return known === name && tidyTyped(name) === name && words.every((word) => /\S/.test(word) && readNumber(word) === null)
}

/** The name as a line says it: with the side only where the name would not be taken for it. */
export function named(name: string, side: 'return' | 'supply', context: LineContext): string {
  const typed = name.toLowerCase()
  const taken = grilleNamed(typed, context)
  return taken.name === name && taken.side === side ? typed : `${typed} ${side}`
}

/** A size as one word: in the reader's unit where that says it to the last digit, else in inches, named. */
function sizeIn(widthIn: number | null, heightIn: number | null, units: UnitChoice): string {
  const said = (choice: UnitChoice) =>
    [widthIn, heightIn].map((side) => (side === null ? '?' : exact('length', side, choice))).join('x')
  const own = said(units)
  return own.includes(' ') ? `${said(BASE_UNITS).replaceAll(' in', '')}in` : own
}
