import { refuse } from '../../refusals.ts'
import 'reflect-metadata'
import { ruleDoubts } from '@ingle/core'
import { Type } from 'class-transformer'
import { ArrayMaxSize, IsArray, IsUUID, ValidateNested } from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { HouseRuleBody } from '../../library/houseRule.ts'
import { kind } from '../kind.ts'

/** The house rules of a system, in their order: a later one refines an earlier one. */
class RulesUse {
  @IsUUID() systemId!: SystemId
  @IsArray() @ArrayMaxSize(30) @ValidateNested({ each: true }) @Type(() => HouseRuleBody) rules!: HouseRuleBody[]
}

export const rulesUse = kind('rules.use', {
  body: RulesUse,
  says: ({ rules }) => `house rules ${rules.map((one) => `“${one.name}”`).join(', ') || 'none'}`,
  doubts({ rules }) {
    for (const rule of rules) {
      const [doubt] = ruleDoubts(rule)
      if (doubt) return refuse('house-rule-doubt', { name: rule.name, doubt: doubt.says })
    }
    return null
  },
  fold(into, { body }) {
    into.system(body.systemId).rules = body.rules
  },
})
