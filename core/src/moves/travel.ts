import type { SolvedSlice } from '../fingering/solve';
import { isBlack, WHITE_KEY_PITCH_MM } from '../keyboard/geometry';

/** How far a hand jumps, how long it has, and how long it needs. */
export interface Travel {
  readonly mm: number;
  /** From leaving the last key to landing, at the tempo as written, seconds. */
  readonly secondsAvailable: number;
  /** For a comfortable aimed jump, seconds. */
  readonly secondsNeeded: number;
  /** Share of the written tempo up to which it fits; above 1 there is time to spare. */
  readonly fitsUpTo: number;
}

/** Aimed movements: seconds = a + b log2(2D / W), Fitts 1954; a and b are starting values from memory. */
const FITTS_A_SECONDS = 0.05;
const FITTS_B_SECONDS = 0.1;
/** Width of the key aimed at, mm. */
const WHITE_TARGET_MM = 23.5;
const BLACK_TARGET_MM = 10;

/** Seconds that an aimed jump takes. @example aimedSeconds(47, false) // => 0.25 */
export const aimedSeconds = (mm: number, black: boolean): number =>
  FITTS_A_SECONDS + FITTS_B_SECONDS * Math.max(0, Math.log2((2 * mm) / (black ? BLACK_TARGET_MM : WHITE_TARGET_MM)));

/** Where no rest is written the key before may be let go after half its time. Our choice. */
const LEAVES_AFTER = 0.5;

/** Time between the last key going up and the landing, seconds. */
const gapSeconds = (before: SolvedSlice, after: SolvedSlice): number => {
  const { onsetTicks, sinceSeconds } = after.playable.slice;
  const start = before.playable.slice.onsetTicks;
  if (onsetTicks <= start) return sinceSeconds * LEAVES_AFTER;
  const end = Math.max(...before.playable.presses.map(({ endTicks }) => Math.min(endTicks, onsetTicks)));
  return sinceSeconds * Math.max(LEAVES_AFTER, (onsetTicks - end) / (onsetTicks - start));
};

/** The travel of a shift that lands on a key. */
export const travelOf = (before: SolvedSlice, after: SolvedSlice, landsOn: number): Travel => {
  const mm = Math.abs(after.posture.frame - before.posture.frame) * WHITE_KEY_PITCH_MM;
  const [secondsAvailable, secondsNeeded] = [gapSeconds(before, after), aimedSeconds(mm, isBlack(landsOn))];
  return { mm, secondsAvailable, secondsNeeded, fitsUpTo: secondsAvailable / secondsNeeded };
};
