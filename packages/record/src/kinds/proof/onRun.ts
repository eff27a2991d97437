import 'reflect-metadata'
import { IsUUID } from 'class-validator'
import type { RunId } from '../../ids.ts'
import type { RunState } from '../../state/state.ts'
import type { Folding } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** Names of steps, answers and readings in a test. */
export const IN_TEST = /^[a-z][a-z0-9-]*$/

/** Something that happened while a test ran. */
export class OnRun extends OnVisit {
  @IsUUID() runId!: RunId
}

export const needsRun = ({ runId }: OnRun): [string, string | undefined][] => [['a test that was begun', runId]]

export const runIn = (into: Folding, body: OnRun): RunState | null =>
  into.here(body)?.runs.find((one) => one.id === body.runId) ?? null
