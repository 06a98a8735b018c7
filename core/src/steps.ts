/** Long work done in steps: it yields how much is done, 0 to 1, and can be left off at any yield. */
export type Steps<T> = Generator<number, T, void>;

/** Does all of it at once. */
export const finish = <T>(steps: Steps<T>): T => {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
};

/** A part of longer work: its progress counts from `from` to `to`. */
export function* part<T>(steps: Steps<T>, from: number, to: number): Steps<T> {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    yield from + (to - from) * step.value;
  }
}
