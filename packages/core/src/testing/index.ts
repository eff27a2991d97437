// What tests of other packages try the core on.
export { attempt, scenario } from './scenario.ts'
export { expectSaid, tell } from './tell.ts'
