import { DEFAULT_QUARTERS_PER_MINUTE, type Score } from './score';

/** The tempo that holds at a moment, quarters a minute. */
export const quartersPerMinuteAt = ({ marks }: Pick<Score, 'marks'>, ticks: number): number => {
  const tempi = marks.filter((mark) => mark.kind === 'tempo');
  const holding = tempi.findLast((mark) => mark.onsetTicks <= ticks) ?? tempi[0];
  return holding?.quartersPerMinute ?? DEFAULT_QUARTERS_PER_MINUTE;
};

/** Seconds from the start of the piece to any tick, following the tempo marks (repeats not unfolded). */
export const secondsAt = (score: Pick<Score, 'marks' | 'ticksPerQuarter'>): ((ticks: number) => number) => {
  const secondsPerTick = (quartersPerMinute: number): number => 60 / quartersPerMinute / score.ticksPerQuarter;
  const first = score.marks.find((mark) => mark.kind === 'tempo');
  // The first tempo holds from the beginning, also where it is written a little late.
  let rate = secondsPerTick(first?.quartersPerMinute ?? DEFAULT_QUARTERS_PER_MINUTE);
  const stretches = [{ from: 0, seconds: 0, rate }];
  for (const mark of score.marks) {
    const last = stretches[stretches.length - 1];
    if (mark.kind !== 'tempo' || !last) continue;
    const seconds = last.seconds + (mark.onsetTicks - last.from) * last.rate;
    rate = secondsPerTick(mark.quartersPerMinute);
    stretches.push({ from: mark.onsetTicks, seconds, rate });
  }
  return (ticks) => {
    const stretch = stretches.findLast((candidate) => candidate.from <= ticks) ?? stretches[0];
    return stretch ? stretch.seconds + (ticks - stretch.from) * stretch.rate : 0;
  };
};
