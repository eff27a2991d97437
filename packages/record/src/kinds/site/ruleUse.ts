import 'reflect-metadata'
import { Type } from 'class-transformer'
import { IsUUID, ValidateNested } from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { AirflowRuleBody, type HouseRuleBody } from '../../library/houseRule.ts'
import { kind } from '../kind.ts'

/** Written before sets of house rules; still read. */
class RuleUse {
  @IsUUID() systemId!: SystemId
  @ValidateNested() @Type(() => AirflowRuleBody) rule!: AirflowRuleBody
}

export const ruleUse = kind('rule.use', {
  body: RuleUse,
  says: ({ rule }) => `house rule “${rule.name}”`,
  fold(into, { body }) {
    into.system(body.systemId).rules = [asSet(body.rule)]
  },
})

const asSet = (rule: AirflowRuleBody): HouseRuleBody => {
  const { id, name, reason, cost, cfmPerTon, bandPct, keepMass, maxFaceFpm } = rule
  return { id, name, reason, cost, airflow: { cfmPerTon, bandPct, keepMass, maxFaceFpm }, aims: rule.settings }
}
