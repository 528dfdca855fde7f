/**
 * The inverse of a symmetric positive definite matrix by its Cholesky factor (Golub and Van Loan, Matrix Computations,
 * 4.2); row by row.
 * @throws {RangeError} where it is not positive definite
 */
export function inverseOf(matrix: readonly (readonly number[])[]): number[][] {
  const n = matrix.length
  const lower: number[][] = Array.from({ length: n }, () => new Array<number>(n).fill(0))
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i]![j]!
      for (let k = 0; k < j; k++) sum -= lower[i]![k]! * lower[j]![k]!
      if (i === j) {
        if (!(sum > 0)) throw new RangeError(`inverseOf: row ${i} makes the matrix not positive definite`)
        lower[i]![i] = Math.sqrt(sum)
      } else lower[i]![j] = sum / lower[j]![j]!
    }
  const inverse: number[][] = Array.from({ length: n }, () => new Array<number>(n).fill(0))
  for (let column = 0; column < n; column++) {
    const y = new Array<number>(n).fill(0)
    for (let i = column; i < n; i++) {
      let sum = i === column ? 1 : 0
      for (let k = column; k < i; k++) sum -= lower[i]![k]! * y[k]!
      y[i] = sum / lower[i]![i]!
    }
    for (let i = n - 1; i >= column; i--) {
      let sum = y[i]!
      for (let k = i + 1; k < n; k++) sum -= lower[k]![i]! * inverse[k]![column]!
      inverse[i]![column] = sum / lower[i]![i]!
      inverse[column]![i] = inverse[i]![column]!
    }
  }
  return inverse
}
