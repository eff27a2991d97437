export { CAUTIONS, type Caution, cautionAt, STANDING_NOTE } from './cautions/cautions.ts'
export { PROFILES, profileById } from './profiles/index.ts'
export { AIRFLOW_RULES } from './rules/airflowRules.ts'
