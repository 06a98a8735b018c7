import type { TogetherBeat } from '../together';
import type { Slip } from './hearing';

/** What was heard held against where trouble was expected. */

export interface ToldSlip {
  readonly slip: Slip;
  /** Why trouble was expected on this beat, the weightiest reason first; empty where none was. */
  readonly why: readonly string[];
}

/** From here on a beat is trouble, as spots are found; of many such beats the hardest third is expected to be. Our choice. */
const TROUBLE = 1;
const HARDEST = 1 / 3;

const leastOf = (beats: readonly TogetherBeat[]): number => {
  const hardestFirst = beats.map(({ difficulty }) => difficulty).sort((a, b) => b - a);
  return Math.max(TROUBLE, hardestFirst[Math.floor(beats.length * HARDEST)] ?? TROUBLE);
};

/** Each slip with what makes its beat hard. */
export const withReasons = (slips: readonly Slip[], beats: readonly TogetherBeat[]): readonly ToldSlip[] => {
  const least = leastOf(beats);
  const hard = new Map(
    beats
      .filter(({ difficulty }) => difficulty >= least)
      .map(({ bar, beat, parts }) => [`${bar} ${beat}`, parts.map(({ why }) => why)]),
  );
  return slips.map((slip) => ({ slip, why: hard.get(`${slip.bar} ${Math.floor(slip.beat + 1e-6)}`) ?? [] }));
};
