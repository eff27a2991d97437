import { refuse } from '../../refusals.ts'
import 'reflect-metadata'
import { IsIn, IsInt, IsOptional, IsUUID, Max, Min } from 'class-validator'
import type { FixId, NoteId, PhotoId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

class PhotoAdd extends OnVisit {
  @IsUUID() photoId!: PhotoId
  /** Of a note, or of a temporary fix. */
  @IsOptional() @IsUUID() noteId?: NoteId
  @IsOptional() @IsUUID() fixId?: FixId
  @IsIn(['image/jpeg', 'image/png', 'image/webp']) mediaType!: string
  @IsInt() @Min(1) @Max(12_000_000) bytes!: number
}

export const photoAdd = kind('photo.add', {
  body: PhotoAdd,
  says: () => 'photo',
  needs: ({ noteId, fixId }) => [
    ['a note', noteId],
    ['a temporary fix', fixId],
  ],
  doubts: ({ noteId, fixId }) => ((noteId === undefined) === (fixId === undefined) ? refuse('photo-of-two') : null),
  fold(into, { body }) {
    const { noteId, fixId, photoId: id, mediaType, bytes } = body
    const shown = noteId === undefined ? into.site.fixes.find((one) => one.id === fixId) : into.notes.get(noteId)
    shown?.photos.push({ id, mediaType, bytes })
  },
})
