import { inverse, Matrix } from 'ml-matrix'

export interface LeastSquares {
  coefficients: number[]
  /** Standard error of each coefficient; infinite without a degree of freedom. */
  errors: number[]
  /** (XᵀX)⁻¹, without the variance. */
  unscaled: Matrix
  /** Standard deviation of what is left. */
  residualSd: number
  sumOfSquares: number
  freedom: number
}

/**
 * Ordinary least squares of `y` on the columns of `rows`. Source: Draper and Smith, Applied Regression Analysis.
 * Valid: columns that are independent of one another, at least as many rows as columns.
 */
export function leastSquares(rows: readonly (readonly number[])[], y: readonly number[]): LeastSquares {
  const x = new Matrix(rows.map((row) => [...row]))
  const transposed = x.transpose()
  const unscaled = inverse(transposed.mmul(x))
  const solved = unscaled.mmul(transposed.mmul(Matrix.columnVector([...y])))
  const coefficients = solved.getColumn(0)
  const left = Matrix.columnVector([...y]).sub(x.mmul(solved))
  const sumOfSquares = left.dot(left)
  const freedom = y.length - coefficients.length
  const residualSd = freedom > 0 ? Math.sqrt(sumOfSquares / freedom) : Number.POSITIVE_INFINITY
  return {
    coefficients,
    errors: coefficients.map((_, i) => residualSd * Math.sqrt(unscaled.get(i, i))),
    unscaled,
    residualSd,
    sumOfSquares,
    freedom,
  }
}

/** xᵀ·M·x: the variance of a combination, but for the scale of M. */
export function quadratic(matrix: Matrix, x: readonly number[]): number {
  const column = Matrix.columnVector([...x])
  return column.transpose().mmul(matrix).mmul(column).get(0, 0)
}
