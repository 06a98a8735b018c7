import type { Bar } from '../../score/score';
import type { Bracket } from './tuplets';
import { NOTE_TYPES, type NoteValue } from './values';

/** State of one beam at a note, by the words of MusicXML. */
export type Beam = 'begin' | 'continue' | 'end' | 'forward hook' | 'backward hook';

interface Beamable {
  readonly onsetTicks: number;
  readonly ticks: number;
  readonly value: NoteValue | null;
  readonly notes: readonly unknown[];
}

/** Beams over a note of this value: one for an eighth, two for a sixteenth … */
const levelOf = ({ value, notes, ticks }: Beamable): number =>
  value && notes.length > 0 && ticks > 0
    ? Math.max(0, NOTE_TYPES.indexOf(value.type) - NOTE_TYPES.indexOf('quarter'))
    : 0;

/** Notes are beamed by the beat; three eighths make the beat of compound time (common practice). */
const groupTicks = ({ metre }: Bar, ticksPerQuarter: number): number => {
  const unit = (ticksPerQuarter * 4) / metre.beatType;
  if (metre.beatType >= 8 && metre.beats % 3 === 0) return 3 * unit;
  return Math.max(unit, ticksPerQuarter);
};

const beamAt = (levels: readonly number[], at: number, level: number): Beam => {
  const before = (levels[at - 1] ?? 0) >= level;
  const after = (levels[at + 1] ?? 0) >= level;
  if (before && after) return 'continue';
  if (after) return 'begin';
  if (before) return 'end';
  return at > 0 ? 'backward hook' : 'forward hook';
};

/**
 * The beams of each event, from the outermost in. A note that stands alone in its beat has a flag: none. No beam leads into
 * a tuplet or out of it.
 */
export const beamsOf = (
  events: readonly Beamable[],
  brackets: readonly Bracket[],
  bar: Bar,
  ticksPerQuarter: number,
): (readonly Beam[])[] => {
  const size = groupTicks(bar, ticksPerQuarter);
  const beams: (readonly Beam[])[] = events.map(() => []);
  let group: number[] = [];
  const close = (): void => {
    const levels = group.map((index) => levelOf(events[index]!));
    if (group.length > 1)
      group.forEach((index, at) => {
        beams[index] = Array.from({ length: levels[at]! }, (_, level) => beamAt(levels, at, level + 1));
      });
    group = [];
  };
  let beat = -1;
  events.forEach((event, index) => {
    // Grace notes stand between the notes of a beam without breaking it.
    if (event.ticks === 0) return;
    const here = Math.floor((event.onsetTicks + bar.missingTicks) / size);
    if (levelOf(event) === 0 || here !== beat || brackets[index]?.tupletStarts) close();
    beat = here;
    if (levelOf(event) > 0) group.push(index);
    if (brackets[index]?.tupletStops) close();
  });
  close();
  return beams;
};
