import 'reflect-metadata'
import { IsIn, IsNotEmpty, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator'
import type { PartId } from '../../ids.ts'
import type { NoteState } from '../../state/state.ts'
import { kind } from '../kind.ts'
import { oneLine } from '../lines.ts'
import { OnVisit } from '../onVisit.ts'

class NoteAdd extends OnVisit {
  @IsOptional() @IsUUID() partId?: PartId
  @IsString() @IsNotEmpty() @MaxLength(2000) text!: string
  @IsIn(['fine', 'watch']) standing!: 'fine' | 'watch'
}

export const noteAdd = kind('note.add', {
  body: NoteAdd,
  turn: 1,
  says: ({ text }) => `note: ${text}`,
  fold(into, { id, at, by, body }) {
    const here = into.here(body)
    if (!here) return
    const note: NoteState = { id, at, by, partId: body.partId ?? null, text: body.text, standing: body.standing, photos: [] }
    here.notes.push(note)
    into.notes.set(id, note)
  },
  line: ({ partId, text, standing }) => (partId === undefined && standing === 'watch' ? oneLine('note', text) : null),
  jotted: { note: ({ text }) => ({ text, standing: 'watch' as const }) },
})
