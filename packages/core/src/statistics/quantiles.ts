/// <reference path="./jstat.d.ts" />
import jstat from 'jstat'

/** Quantile of Student's t: the value below which a share `p` lies. Valid: 0 < p < 1, at least one degree of freedom. */
export const studentQuantile = (p: number, freedom: number): number => jstat.studentt.inv(p, freedom)
