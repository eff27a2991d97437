import 'reflect-metadata'
import { IsNotEmpty, IsString, MaxLength } from 'class-validator'
import { oneLine } from '../lines.ts'
import { OnTry } from '../onVisit.ts'
import { reading } from '../spec.ts'

class ReadingHeard extends OnTry {
  @IsString() @IsNotEmpty() @MaxLength(400) text!: string
}

/** What was heard or felt, in words. */
export const heard = reading('heard', {
  body: ReadingHeard,
  says: ({ text }) => `heard: ${text}`,
  line: ({ text }) => oneLine('heard', text),
  jotted: { heard: ({ text }) => ({ text }) },
})
