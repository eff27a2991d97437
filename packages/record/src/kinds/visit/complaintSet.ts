import 'reflect-metadata'
import { IsOptional, IsString, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

class ComplaintSet extends OnVisit {
  @IsString() @MaxLength(2000) text!: string
  /** What it turned out to come from; said at the end. */
  @IsOptional() @IsString() @MaxLength(600) cause?: string
}

export const complaintSet = kind('complaint.set', {
  body: ComplaintSet,
  says: ({ text, cause }) =>
    cause === undefined ? `complaint: ${text}` : `complaint: ${text}; its cause: ${cause || 'not known'}`,
  fold(into, { body }) {
    const here = into.here(body)
    if (!here) return
    here.complaint = body.text
    if (body.cause !== undefined) here.cause = body.cause
  },
})
