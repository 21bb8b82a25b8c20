/** The algebra of one step of a filter, written for a state most of which stays as it is. Matrices are square, row by row. */

/** A matrix that is mostly zeros, by the rest: places counted row by row. */
export interface SparseMatrix {
  readonly places: readonly number[];
  readonly values: readonly number[];
}

/**
 * A matrix by what of it is not zero.
 * By definition.
 */
export function sparse(matrix: Float64Array): SparseMatrix {
  const places = [...matrix.keys()].filter((place) => matrix[place] !== 0);
  return { places, values: places.map((place) => matrix[place] ?? 0) };
}

/**
 * A figure of a list, 0 beyond its end: lists here are as long as they are meant to be.
 * By definition.
 */
export function at(array: Float64Array, index: number): number {
  return array[index] ?? 0;
}

/**
 * The product of two rows of figures.
 * By definition.
 */
export function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += at(a, i) * at(b, i);
  return sum;
}

/**
 * A square matrix times a vector, into `product`.
 * By definition.
 */
export function timesVector(
  matrix: Float64Array,
  vector: Float64Array,
  size: number,
  product = new Float64Array(size),
): Float64Array<ArrayBuffer> {
  for (let i = 0; i < size; i++) {
    let sum = 0;
    for (let j = 0; j < size; j++) sum += at(matrix, i * size + j) * at(vector, j);
    product[i] = sum;
  }
  return product;
}

/** A row of a transition that is more than "stays as it is": the columns it draws on, and how much. */
export interface TransitionRow {
  readonly row: number;
  readonly columns: readonly number[];
  readonly values: readonly number[];
}

const known = new WeakMap<Float64Array, readonly TransitionRow[]>();

/** What a measurement looks at of the state: a level and a bias, mostly. */
export interface SparseRow {
  readonly columns: readonly number[];
  readonly values: readonly number[];
}

const looked = new WeakMap<Float64Array, SparseRow>();

/**
 * A row by what of it is not zero; worked out once for a row.
 * By definition.
 */
export function sparseRow(row: Float64Array): SparseRow {
  const found = looked.get(row);
  if (found) return found;
  const columns: number[] = [];
  for (let j = 0; j < row.length; j++) if (at(row, j) !== 0) columns.push(j);
  const made = { columns, values: columns.map((j) => at(row, j)) };
  looked.set(row, made);
  return made;
}

/**
 * A symmetric matrix times the row.
 * By definition.
 */
export function timesRow(
  matrix: Float64Array,
  { columns, values }: SparseRow,
  size: number,
  into: Float64Array,
): Float64Array {
  for (let i = 0; i < size; i++) {
    let sum = 0;
    for (let k = 0; k < columns.length; k++) sum += (values[k] ?? 0) * at(matrix, i * size + (columns[k] ?? 0));
    into[i] = sum;
  }
  return into;
}

/**
 * What a row sees of a state: the product of the two.
 * By definition.
 */
export function observed({ columns, values }: SparseRow, vector: Float64Array): number {
  let sum = 0;
  for (let k = 0; k < columns.length; k++) sum += (values[k] ?? 0) * at(vector, columns[k] ?? 0);
  return sum;
}

/**
 * Most of a state stays as it is from step to step: only the rows that move are multiplied. Worked out once for a transition.
 * By definition.
 */
export function transitionRows(transition: Float64Array, size: number): readonly TransitionRow[] {
  const found = known.get(transition);
  if (found) return found;
  const moves: TransitionRow[] = [];
  for (let row = 0; row < size; row++) {
    const columns: number[] = [];
    for (let j = 0; j < size; j++) if (at(transition, row * size + j) !== 0) columns.push(j);
    const values = columns.map((j) => at(transition, row * size + j));
    if (columns.length !== 1 || columns[0] !== row || values[0] !== 1) moves.push({ row, columns, values });
  }
  known.set(transition, moves);
  return moves;
}

/**
 * T · vector, in place.
 * Source: the prediction step of the Kalman filter, Durbin and Koopman 2012, section 4.3.
 */
export function predictMean(moves: readonly TransitionRow[], vector: Float64Array): void {
  const moved = moves.map(({ columns, values }) =>
    columns.reduce((sum, j, k) => sum + (values[k] ?? 0) * at(vector, j), 0),
  );
  moves.forEach(({ row }, k) => (vector[row] = moved[k] ?? 0));
}

/**
 * Tᵀ · vector, in place.
 * Source: the smoothing recursion, Durbin and Koopman 2012, section 4.4.
 */
export function propagateBack(moves: readonly TransitionRow[], vector: Float64Array): void {
  const from = moves.map(({ row }) => at(vector, row));
  for (const { row } of moves) vector[row] = 0;
  moves.forEach(({ columns, values }, k) =>
    columns.forEach((j, l) => (vector[j] = at(vector, j) + (values[l] ?? 0) * (from[k] ?? 0))),
  );
}

/**
 * T · P · Tᵀ + Q into `whole`, by way of `half`.
 * Source: the prediction step of the Kalman filter, Durbin and Koopman 2012, section 4.3.
 */
export function predictCovariance(
  moves: readonly TransitionRow[],
  covariance: Float64Array,
  noise: readonly { readonly part: SparseMatrix; readonly times: number }[],
  size: number,
  half: Float64Array,
  whole: Float64Array,
): void {
  half.set(covariance);
  for (const { row, columns, values } of moves)
    for (let j = 0; j < size; j++) {
      let sum = 0;
      for (let k = 0; k < columns.length; k++) sum += (values[k] ?? 0) * at(covariance, (columns[k] ?? 0) * size + j);
      half[row * size + j] = sum;
    }
  whole.set(half);
  for (const { row, columns, values } of moves)
    for (let i = 0; i < size; i++) {
      let sum = 0;
      for (let k = 0; k < columns.length; k++) sum += (values[k] ?? 0) * at(half, i * size + (columns[k] ?? 0));
      whole[i * size + row] = sum;
    }
  for (const { part, times } of noise)
    for (let k = 0; k < part.places.length; k++) {
      const place = part.places[k] ?? 0;
      whole[place] = at(whole, place) + times * (part.values[k] ?? 0);
    }
}

/**
 * Tᵀ · N · T into `whole`, by way of `half`.
 * Source: the smoothing recursion, Durbin and Koopman 2012, section 4.4.
 */
export function propagateCovarianceBack(
  moves: readonly TransitionRow[],
  n: Float64Array,
  size: number,
  half: Float64Array,
  whole: Float64Array,
): void {
  half.set(n);
  for (const { row } of moves) for (let i = 0; i < size; i++) half[i * size + row] = 0;
  for (const { row, columns, values } of moves)
    for (let k = 0; k < columns.length; k++) {
      const [column, value] = [columns[k] ?? 0, values[k] ?? 0];
      for (let i = 0; i < size; i++)
        half[i * size + column] = at(half, i * size + column) + value * at(n, i * size + row);
    }
  whole.set(half);
  for (const { row } of moves) for (let j = 0; j < size; j++) whole[row * size + j] = 0;
  for (const { row, columns, values } of moves)
    for (let k = 0; k < columns.length; k++) {
      const [column, value] = [columns[k] ?? 0, values[k] ?? 0];
      for (let j = 0; j < size; j++)
        whole[column * size + j] = at(whole, column * size + j) + value * at(half, row * size + j);
    }
}
