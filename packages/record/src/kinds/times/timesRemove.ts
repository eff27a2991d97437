import 'reflect-metadata'
import { IsUUID } from 'class-validator'
import type { ExceptionId, LettingId, SeasonId, SystemId } from '../../ids.ts'
import { kind } from '../kind.ts'

/** Takes out a season, an exception or a letting. */
class TimesRemove {
  @IsUUID() systemId!: SystemId
  @IsUUID() id!: SeasonId | ExceptionId | LettingId
}

export const timesRemove = kind('times.remove', {
  body: TimesRemove,
  says: () => 'a season, an exception or a letting taken out',
  fold(into, { body }) {
    const system = into.system(body.systemId)
    into.awaits(body.id)
    system.seasons = system.seasons.filter((one) => one.id !== body.id)
    system.exceptions = system.exceptions.filter((one) => one.id !== body.id)
    system.lettings = system.lettings.filter((one) => one.id !== body.id)
  },
})
