import type { Press, Slice } from '../score/slices';

/** An octave struck as one, or its two keys one after the other. */
export interface Octave {
  readonly low: Press;
  readonly high: Press;
  /** Part of a slurred line of octaves: the outer finger carries it. */
  readonly connected: boolean;
}

const OCTAVE = 12;

const together = (slice: Slice, next: Slice | undefined): Octave[] => {
  const [low, high, more] = slice.struck;
  if (!low || !high || more || high.midi - low.midi !== OCTAVE) return [];
  const goesOn = next !== undefined && next.link === 'slur' && next.struck.length === 2;
  return [{ low, high, connected: (slice.link === 'slur' && slice.held.length === 0) || goesOn }];
};

const leapt = (slice: Slice, next: Slice | undefined): Octave[] => {
  const [here, there] = [slice.struck[0], next?.struck[0]];
  if (!here || !there || slice.struck.length > 1 || next!.struck.length > 1) return [];
  if (next!.link === 'rest' || Math.abs(there.midi - here.midi) !== OCTAVE) return [];
  const [low, high] = here.midi < there.midi ? [here, there] : [there, here];
  return [{ low, high, connected: false }];
};

export const octavesIn = (slices: readonly Slice[]): readonly Octave[] =>
  slices.flatMap((slice, index) => [...together(slice, slices[index + 1]), ...leapt(slice, slices[index + 1])]);
