/** Rows that go into one statement: SQLite takes 32,766 values at most, and each statement by itself waits for the disk once. */
const AT_ONCE = 500;

/** Many rows in lots, each for one statement. */
export const lotsOf = <T>(rows: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(rows.length / AT_ONCE) }, (_, lot) => rows.slice(lot * AT_ONCE, (lot + 1) * AT_ONCE));
