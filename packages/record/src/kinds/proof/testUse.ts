import 'reflect-metadata'
import { Type } from 'class-transformer'
import { IsBoolean, IsUUID, ValidateNested } from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { keyOfTest, ProofTest } from '../../library/proofTest.ts'
import { kind } from '../kind.ts'

/** A crew's own test, taken on for a system or let go: over a shipped one of the same name. Kept whole. */
class TestUse {
  @IsUUID() systemId!: SystemId
  @ValidateNested() @Type(() => ProofTest) test!: ProofTest
  @IsBoolean() on!: boolean
}

export const testUse = kind('test.use', {
  body: TestUse,
  says: ({ test, on }) => `test “${test.name}” ${on ? 'taken on' : 'let go'}`,
  reaches: ({ test }) => [keyOfTest(test)],
  prepare(site, { test }) {
    site.tests[keyOfTest(test)] ??= test
  },
  fold(into, { body: { systemId, test, on } }) {
    const system = into.system(systemId)
    system.ownTests = [...system.ownTests.filter((one) => !one.startsWith(`${test.id}@`)), ...(on ? [keyOfTest(test)] : [])]
  },
})
