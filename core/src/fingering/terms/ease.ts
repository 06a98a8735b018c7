/** Distance at which the thumb and a finger lie at ease, u: 1-2 1.3, 1-3 2.2, 1-4 3.1, 1-5 4. First trial (docs/engine.md). */
const EASE_WITH_THUMB = [0, 0, 1.3, 2.2, 3.1, 4];

/** Distance at which two fingers, the lower number first, lie at ease, u; without the thumb as many keys as fingers. */
export const easeOf = (low: number, high: number): number => (low === 1 ? (EASE_WITH_THUMB[high] ?? 4) : high - low);
