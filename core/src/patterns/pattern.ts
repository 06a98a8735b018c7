import { SIDES, type Side } from '../hand/hand';
import { pitchClassName, spokenName, type Pitch } from '../keyboard/pitch';
import { andThen, ContractError, ok, type Result } from '../result';
import { noteOf, scoreOf } from '../score/build';
import type { Note, Score } from '../score/score';
import { ladderOf, type Ladder } from './ladder';
import { strokesOf, tonicOctaves, type Stroke } from './line';
import { KINDS } from './kinds';
import { TICKS, type Rhythm } from './rhythm';
import { checkWish, explainPatternError, modeOf, type PatternError, type PatternWish } from './wish';

/** A pattern as music: a score like any piece, and what each hand plays in it. */
export interface Pattern {
  readonly wish: PatternWish;
  /** What a teacher calls it: “F sharp harmonic minor scale, 2 octaves”. */
  readonly title: string;
  readonly score: Score;
  readonly hands: Readonly<Record<Side, readonly Stroke[]>>;
  readonly ladder: Ladder;
}

/** The name of a note of a pattern: the hand, which stroke, and which note of it from the lowest up. */
export const noteIdAt = (side: Side, stroke: number, note: number): string =>
  `${side}-${stroke + 1}${note === 0 ? '' : `-${note + 1}`}`;

const TRIPLET = { actual: 3, normal: 2 };

const notesOf = (side: Side, strokes: readonly Stroke[], { metre, ticks }: Rhythm): Note[] => {
  const barTicks = (TICKS * 4 * metre.beats) / metre.beatType;
  const isTriplet = TICKS % ticks === 0 && (TICKS / ticks) % 3 === 0;
  return strokes.flatMap(({ pitches }, index) => {
    const onsetTicks = index * ticks;
    const isLast = index === strokes.length - 1;
    // The last note rings to the end of its bar.
    const durationTicks = isLast ? barTicks - (onsetTicks % barTicks) : ticks;
    return pitches.map((pitch, note) =>
      noteOf({
        id: noteIdAt(side, index, note),
        side,
        pitch,
        bar: Math.floor(onsetTicks / barTicks),
        onsetTicks,
        durationTicks,
        tuplet: isTriplet && !isLast ? TRIPLET : null,
      }),
    );
  });
};

const INVERSION_WORDS = ['', ', first inversion', ', second inversion'];
const DISTANCE_WORDS = { octave: '', third: ', a third apart', sixth: ', a sixth apart', tenth: ', a tenth apart' };
const titleOf = (tonic: Pitch, wish: PatternWish): string => {
  const { kind, octaves, inversion, motion, distance, sides } = wish;
  const { words, mostOctaves, titleHasMode } = KINDS[kind];
  const mode = titleHasMode ? ` ${modeOf(wish)}` : '';
  const over = mostOctaves > 1 ? `, ${octaves === 1 ? 'one octave' : `${octaves} octaves`}` : '';
  const how = motion === 'contrary' ? ', contrary motion' : DISTANCE_WORDS[distance];
  const hand = sides.length === 1 ? `, ${sides[0]} hand` : '';
  return `${spokenName(tonic)}${mode} ${words}${INVERSION_WORDS[inversion] ?? ''}${over}${how}${hand}`;
};

/** Makes a pattern. Its notes have ids of their own; the music holds no fingers yet. */
export const makePattern = (wish: PatternWish): Result<Pattern, PatternError> =>
  andThen(checkWish(wish), (tonic) => {
    const octaves = tonicOctaves(tonic, wish);
    const handOf = (side: Side): readonly Stroke[] =>
      wish.sides.includes(side) ? strokesOf(wish, ladderOf({ ...tonic, octave: octaves[side] }, wish), side) : [];
    const hands = { right: handOf('right'), left: handOf('left') };
    const beat = KINDS[wish.kind].rhythm(wish);
    const notes = SIDES.flatMap((side) => notesOf(side, hands[side], beat));
    const ladder = ladderOf(tonic, wish);
    const count = Math.max(...notes.map(({ bar }) => bar)) + 1;
    const title = titleOf(tonic, wish);
    const score = scoreOf(title, TICKS, { metre: beat.metre, key: ladder.key, count }, notes);
    return ok({ wish: { ...wish, tonic: pitchClassName(tonic) }, title, score, hands, ladder });
  });

/** A pattern that is known to be possible; fails loudly where it is not. */
export const patternOf = (wish: PatternWish): Pattern => {
  const made = makePattern(wish);
  if (made.kind === 'error') throw new ContractError(explainPatternError(made.error));
  return made.value;
};
