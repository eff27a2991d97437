import 'reflect-metadata'
import { readNumber, tidyTyped } from '@ingle/core'
import { IsIn, IsNotEmpty, IsNumber, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { exact } from '../exact.ts'
import { OnTry } from '../onVisit.ts'
import { type LineContext, reading } from '../spec.ts'

export class ReadingGrille extends OnTry {
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
    const size = widthIn == null && heightIn == null ? '' : ` ${widthIn ?? '?'}x${heightIn ?? '?'}`
    return `grille ${name.toLowerCase()} ${side} ${exact('velocity', faceFpm, context.units)}${size}${freeArea == null ? '' : ` free ${freeArea}`}`
  },
  jotted: { grille: ({ kind: _, ...values }) => values },
})

/** A name that a line gives back as it is: plain words, none of them a number, small unless the survey knows it. */
export function typeable(name: string, { grilles }: LineContext): boolean {
  const words = name.split(' ')
  const known = grilles.find((one) => one.name.toLowerCase() === name.toLowerCase())?.name ?? name.toLowerCase()
  return known === name && tidyTyped(name) === name && words.every((word) => /\S/.test(word) && readNumber(word) === null)
}
