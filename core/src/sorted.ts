/** The index of the last of several items in order whose place is at or before `at`, found by halving; -1 where none is. */
export const lastUpTo = <T>(items: readonly T[], at: number, placeOf: (item: T) => number): number => {
  let [low, high] = [0, items.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (placeOf(items[middle]!) <= at) low = middle + 1;
    else high = middle;
  }
  return low - 1;
};
