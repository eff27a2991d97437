// What tests of other packages write records with.
export { BOARD_A, BOARD_B, rule, WALL } from './families.ts'
export { ALL_KINDS, begun, HERE, Pen, SYSTEM, uuid, VISIT } from './pen.ts'
