import 'reflect-metadata'
import { COMPLAINTS, type ComplaintId } from '@ingle/core'
import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

class ComplaintSet extends OnVisit {
  @IsString() @MaxLength(2000) text!: string
  /** Which of those that have a way in of their own; empty: none of them. */
  @IsOptional() @IsIn(['', ...Object.keys(COMPLAINTS)]) way?: ComplaintId | ''
  /** What it turned out to come from; said at the end. */
  @IsOptional() @IsString() @MaxLength(600) cause?: string
}

export const complaintSet = kind('complaint.set', {
  body: ComplaintSet,
  says: ({ text, way, cause }) =>
    cause === undefined
      ? `complaint: ${[way ? COMPLAINTS[way] : '', text].filter((one) => one !== '').join('; ')}`
      : `complaint: ${text}; its cause: ${cause || 'not known'}`,
  fold(into, { body }) {
    const here = into.here(body)
    if (!here) return
    here.complaint = body.text
    if (body.way !== undefined) here.complaintWay = body.way
    if (body.cause !== undefined) here.cause = body.cause
  },
})
