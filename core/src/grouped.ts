/** Things by what they have in common, each group in their order. */
export const grouped = <Key, T>(all: readonly T[], keyOf: (one: T) => Key): ReadonlyMap<Key, readonly T[]> => {
  const groups = new Map<Key, T[]>();
  for (const one of all) {
    const key = keyOf(one);
    const own = groups.get(key);
    if (own) own.push(one);
    else groups.set(key, [one]);
  }
  return groups;
};
