import type { Metre } from '../../score/score';
import type { PlayedNote } from './performance';

const CANDIDATES: readonly Metre[] = [
  { beats: 4, beatType: 4 },
  { beats: 3, beatType: 4 },
  { beats: 2, beatType: 4 },
  { beats: 6, beatType: 8 },
];

/** Bars begin with long and low notes (common practice, no source). Another metre than 4/4 must speak this much louder. */
const CLEARLY = 1.12;

/**
 * Guesses the metre of notes that name none: the one whose barlines meet the longest and lowest notes.
 * @param notes - times in quarters
 */
export const estimateMetre = (notes: readonly PlayedNote[]): Metre => {
  const weightOf = ({ midi, from, to }: PlayedNote): number => Math.min(4, to - from) * (midi < 60 ? 1.5 : 1);
  const total = notes.reduce((sum, note) => sum + weightOf(note), 0);
  const end = Math.max(...notes.map(({ to }) => to));
  const accent = ({ beats, beatType }: Metre): number => {
    const bar = (beats * 4) / beatType;
    const onBarlines = notes.filter(({ from }) => Math.abs(from / bar - Math.round(from / bar)) < 1e-6);
    const share = onBarlines.reduce((sum, note) => sum + weightOf(note), 0) / total;
    // How much more a barline carries than chance would give it, softened: short bars have many.
    return share * Math.sqrt(Math.max(1, end / Math.ceil(end / bar)));
  };
  const inCompound = notes.some(({ from }) => Math.abs(from * 2 - Math.round(from * 2)) < 1e-6 && from % 1 !== 0);
  return CANDIDATES.filter(({ beatType }) => beatType === 4 || inCompound).reduce((best, next) =>
    accent(next) > accent(best) * CLEARLY ? next : best,
  );
};
