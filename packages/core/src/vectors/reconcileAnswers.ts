/// <reference path="../statistics/jstat.d.ts" />
import jstat from 'jstat'
import { reconcile } from '../airflow/reconcile.ts'

// biome-ignore lint/suspicious/noExplicitAny: a worked case is foreign data of any shape.
type Case = Record<string, any>

const VERDICTS = { single: 'single', 'all-agree': 'all_agree', 'some-outside': 'some_outside', 'cannot-tell': 'cannot_tell' }

export function reconcileAnswer(given: Case): Record<string, unknown> {
  const { flows_cfm, sigmas_cfm, shared_list, confidence_frac, near_ratio } = given
  const answer = reconcile(
    flows_cfm.map((value: number, i: number) => ({ value, sigma: sigmas_cfm[i] })),
    shared_list.map((one: Case) => ({ members: one.members_index, sigmas: one.sigmas_cfm })),
    (freedom) => jstat.chisquare.inv(confidence_frac, freedom),
    near_ratio,
  )
  return {
    verdict_enum: VERDICTS[answer.verdict],
    used_index: answer.used,
    flow_cfm: answer.value,
    sigma_cfm: answer.sigma,
    birge_ratio: answer.birgeRatio,
    outside_index: answer.outside.map((one) => one.at),
    outside_ratio: answer.outside.map((one) => one.ratio),
    repeat_index: answer.repeat,
  }
}
