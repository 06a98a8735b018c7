import type { Bar, Score } from '../score/score';

/** A stretch of a piece that is one to the ear: what stands between two rehearsal marks, double bar lines or repeat signs. */
export interface Section {
  /** The rehearsal mark, or a letter in order. */
  readonly name: string;
  /** Indices into `Score.bars`, first and last. */
  readonly bars: readonly [number, number];
}

/** Shorter stretches are part of the one before: an upbeat, or the first ending of two. */
const begins = (bars: readonly Bar[], bar: Bar): boolean => {
  const before = bars[bar.index - 1];
  if (!before) return true;
  if (bar.rehearsal !== '' || bar.repeatStart || before.doubleBarline) return true;
  if (bar.signs.includes('segno') || bar.signs.includes('coda') || before.signs.includes('fine')) return true;
  const isInEndings = bar.endings.length > 0;
  return !isInEndings && (before.repeatEnd > 0 || before.endings.length > 0);
};

/** An upbeat belongs to what follows it. */
const isUpbeat = (bars: readonly Bar[], start: number, next: number | undefined): boolean =>
  next === start + 1 && (bars[start]?.missingTicks ?? 0) > 0;

const letter = (at: number): string => String.fromCharCode('A'.charCodeAt(0) + (at % 26));

/** Sections in the order they are written; the whole piece is one where nothing divides it. */
export const sectionsOf = ({ bars }: Pick<Score, 'bars'>): readonly Section[] => {
  const starts = bars.filter((bar) => begins(bars, bar)).map(({ index }) => index);
  const kept = starts.filter((start, at) => at === 0 || !isUpbeat(bars, starts[at - 1]!, start));
  return kept.map((start, at) => ({
    name: bars[start]?.rehearsal || letter(at),
    bars: [start, (kept[at + 1] ?? bars.length) - 1],
  }));
};

/** The section that a bar is in. */
export const sectionAt = (sections: readonly Section[], bar: number): number =>
  sections.findIndex(({ bars: [first, last] }) => bar >= first && bar <= last);
