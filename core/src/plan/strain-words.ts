import type { ReachVerdict } from '../hand/reach';
import { otherSide, type Side } from '../hand/hand';
import { pitchName } from '../keyboard/pitch';
import type { Easing } from '../score/eased';
import { barName, numberOfBar } from '../score/bar-words';
import { beatOf, type Score } from '../score/score';
import type { Caution } from './cautions';
import type { Strain, WayOut } from './strains';

/** How a reach lies in a hand, in the words of the trade. */
export const VERDICT_WORDS: Readonly<Record<ReachVerdict, string>> = {
  easy: 'easy',
  stretched: 'stretched',
  limit: 'at the limit',
  'out-of-reach': 'out of reach',
};

const figure = (beat: number): string => String(Math.round(beat * 100) / 100);

/** What is asked, without whether the hand does it. @example 'C4 G4 C5' */
export const wordStrain = ({ kind, pitches }: Pick<Strain, 'kind' | 'pitches'>): string => {
  const names = pitches.map(pitchName);
  if (kind === 'leap') return `the hand moves on, ${names.join(' to ')}`;
  return kind === 'held' ? `${names.join(' ')}, held together` : names.join(' ');
};

/** How it lies in the hand, with the millimetres or the time. */
export const wordFit = (strain: Strain): string => {
  if (strain.kind === 'leap') {
    const { mm, secondsAvailable, secondsNeeded, fitsUpTo } = strain.travel;
    const times = `${secondsAvailable.toFixed(2)} s, and a comfortable jump takes ${secondsNeeded.toFixed(2)} s`;
    return `${Math.round(mm)} mm in ${times}: it fits up to ${Math.floor(fitsUpTo * 100)} % of the tempo`;
  }
  if (!strain.reach) return 'more keys than fingers';
  const { pair, mm, limitMm, verdict } = strain.reach;
  return `${VERDICT_WORDS[verdict]}: ${pair} spans ${Math.round(mm)} mm of ${Math.round(limitMm)}`;
};

/** A way out as something to do. */
export const wordWay = ({ kind, pitch, beforeBeat }: WayOut, side: Side): string => {
  const name = pitchName(pitch);
  switch (kind) {
    case 'let-go':
      return `Let ${name} go before beat ${figure(beforeBeat ?? 1)}`;
    case 'roll':
      return 'Roll the chord';
    case 'pedal':
      return `Hold ${name} with the pedal`;
    case 'give':
      return `Give ${name} to the ${otherSide(side)} hand`;
    case 'leave-out':
      return `Leave out ${name}`;
  }
};

/** What was settled about a note of the written score; undefined where the note is gone. */
export const wordEasing = (score: Score, easing: Easing): string | undefined => {
  const note = score.notes.find(({ id }) => id === easing.noteId);
  if (!note) return undefined;
  const name = pitchName(note.pitch);
  switch (easing.kind) {
    case 'let-go': {
      const before = score.notes.find(({ id }) => id === easing.beforeId);
      return `${name} is let go before beat ${before ? figure(beatOf(score, before)) : 'the next'}`;
    }
    case 'roll':
      return 'the chord is rolled';
    case 'pedal':
      return `the pedal holds ${name}`;
    case 'leave-out':
      return `${name} is left out`;
  }
};

/** The same as a short mark on the score. */
export const EASING_MARKS: Readonly<Record<Easing['kind'], string>> = {
  'let-go': 'let go',
  roll: 'roll',
  pedal: 'pedal',
  'leave-out': 'leave out',
};

/** A caution with what to do. */
export const wordCaution = (caution: Caution): string => {
  switch (caution.kind) {
    case 'octaves':
      return `${caution.count} octaves in a row, ${VERDICT_WORDS[caution.verdict]} for the ${caution.side} hand: take breaks, or let one of the two voices play alone.`;
    case 'repetition':
      return `One key ${caution.count} times in a row, ${caution.side} hand: keep the wrist loose, and stop before it tires.`;
    case 'wide-reaches':
      return `${caution.count} wide reaches for the ${caution.side} hand: practise a few bars at a time, with breaks.`;
  }
};

/** The same with the bars they are in. @example 'Bars 1 to 2: 5 octaves in a row, …' */
export const tellCaution = (score: Score, caution: Caution): string => {
  const [first, last] = [numberOfBar(score, caution.bars[0]), numberOfBar(score, caution.bars[1])];
  return `${first === last ? barName(first) : `Bars ${first} to ${last}`}: ${wordCaution(caution)}`;
};

/** What was settled about a note of the written score, with its bar; undefined where the note is gone. */
export const tellEasing = (score: Score, easing: Easing): string | undefined => {
  const [words, note] = [wordEasing(score, easing), score.notes.find(({ id }) => id === easing.noteId)];
  return words && note && `${barName(numberOfBar(score, note.bar))}: ${words}`;
};
