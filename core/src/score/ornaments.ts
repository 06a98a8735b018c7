import type { Side } from '../hand/hand';
import { letterPlace, naturalAt, alterInKey, midiOf, type Pitch } from '../keyboard/pitch';
import type { Note, OrnamentKind, Score } from './score';

/** One stroke of an ornament: where it lies to the written note (-1 the note below, 0 the note itself, 1 the note above). */
export interface Stroke {
  readonly pitch: Pitch;
  readonly isMain: boolean;
  readonly onsetTicks: number;
}

type Neighbour = -1 | 0 | 1;

/**
 * How ornaments are played (common practice, no source): a turn goes round the note from above, a mordent touches the note
 * below, a short trill the one above. A delayed turn follows the note.
 */
const FIGURES: Readonly<Record<Exclude<OrnamentKind, 'trill'>, readonly Neighbour[]>> = {
  turn: [1, 0, -1, 0],
  'inverted-turn': [-1, 0, 1, 0],
  'delayed-turn': [0, 1, 0, -1, 0],
  'delayed-inverted-turn': [0, -1, 0, 1, 0],
  mordent: [0, -1, 0],
  'short-trill': [0, 1, 0],
};

/** A learner's ornament runs at about this pace, seconds a stroke. Our choice. */
const STROKE_SECONDS = 0.11;

/** Longer trills go on in the same two fingers: this many strokes show which. Odd, so that a trill ends on its note. */
const MOST_TRILL_STROKES = 7;
const LEAST_TRILL_STROKES = 3;

/** A trill begins on its note and ends there. */
const trill = (seconds: number): readonly Neighbour[] => {
  const fit = Math.floor(seconds / STROKE_SECONDS);
  const odd = fit % 2 === 0 ? fit - 1 : fit;
  const strokes = Math.max(LEAST_TRILL_STROKES, Math.min(MOST_TRILL_STROKES, odd));
  return Array.from({ length: strokes }, (_, index) => (index % 2) as 0 | 1);
};

const isDelayed = (kind: OrnamentKind): boolean => kind === 'delayed-turn' || kind === 'delayed-inverted-turn';

/** The letter beside a pitch, with its octave. */
const letterBeside = (pitch: Pitch, way: -1 | 1): Pitch => naturalAt(letterPlace(pitch) + way);

/** An accidental earlier in the bar still holds for the note beside; undefined where there is none. */
const alterEarlierInBar = (
  score: Score,
  note: Note,
  { step, octave }: { readonly step: Pitch['step']; readonly octave: number },
): number | undefined =>
  score.notes.findLast(
    ({ bar, onsetTicks, staff, pitch }) =>
      bar === note.bar &&
      onsetTicks <= note.onsetTicks &&
      staff === note.staff &&
      pitch.step === step &&
      pitch.octave === octave,
  )?.pitch.alter;

/** The note above or below as the ornament's own accidental, the bar or the key has it. */
const neighbour = (score: Score, note: Note, way: Neighbour): Pitch => {
  if (way === 0) return note.pitch;
  const letter = letterBeside(note.pitch, way);
  const written = way === 1 ? note.ornament?.above : note.ornament?.below;
  const fifths = score.bars[note.bar]?.key.fifths ?? 0;
  return { ...letter, alter: written ?? alterEarlierInBar(score, note, letter) ?? alterInKey(letter.step, fifths) };
};

/**
 * The strokes of an ornamented note, in time order; empty for a plain one. They lie before `untilTicks`, where the hand strikes
 * something else; `seconds` is the time from the note to there.
 */
export const strokesOf = (score: Score, note: Note, untilTicks: number, seconds: number): readonly Stroke[] => {
  const { ornament } = note;
  const lengthTicks = Math.min(note.durationTicks, untilTicks - note.onsetTicks);
  if (!ornament || lengthTicks <= 0 || seconds <= 0) return [];
  const figure = ornament.kind === 'trill' ? trill(seconds) : FIGURES[ornament.kind];
  // A delayed turn leaves the note alone for the first half.
  const startTicks = isDelayed(ornament.kind) ? lengthTicks / 2 : 0;
  const turning = isDelayed(ornament.kind) ? figure.length - 1 : figure.length;
  const strokeTicks = Math.min((STROKE_SECONDS / seconds) * lengthTicks, (lengthTicks - startTicks) / turning);
  return figure.map((way, index) => ({
    pitch: neighbour(score, note, way),
    isMain: way === 0,
    onsetTicks:
      note.onsetTicks +
      (isDelayed(ornament.kind) ? (index === 0 ? 0 : startTicks + (index - 1) * strokeTicks) : index * strokeTicks),
  }));
};

/** The note of a group that is ornamented: the upper one in the right hand, the lower in the left, if several are. */
export const ornamentedOf = (group: readonly Note[], side: Side): Note | undefined => {
  const ornamented = group
    .filter(({ ornament }) => ornament !== null)
    .sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch));
  return side === 'right' ? ornamented.at(-1) : ornamented[0];
};
