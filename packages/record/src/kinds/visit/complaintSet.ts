import 'reflect-metadata'
import { IsString, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

class ComplaintSet extends OnVisit {
  @IsString() @MaxLength(2000) text!: string
}

export const complaintSet = kind('complaint.set', {
  body: ComplaintSet,
  says: ({ text }) => `complaint: ${text}`,
  fold(into, { body }) {
    const here = into.here(body)
    if (here) here.complaint = body.text
  },
})
