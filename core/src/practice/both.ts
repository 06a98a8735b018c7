import { SIDES, type Side } from '../hand/hand';
import { pedalSpansOf } from '../pedal';
import { barAt } from '../score/bars';
import { barInWords, numberOfBar } from '../score/bar-words';
import { beatOf, type Score } from '../score/score';
import { holdsOf, unitsFelt, type TogetherBeat } from '../together';
import { countOf, keyOf, said, saidAll, saidTogether, type NamedNote, type Strike } from './lines';
import { step, type PracticeStep } from './step';

/** What can be practised with both hands (common practice, no source). */

export type Strikes = Readonly<Record<Side, readonly Strike[]>>;

/** Whether a beat of the metre is one that is counted: in compound metres every third. */
const isFelt = (score: Score, { bar, beat }: TogetherBeat): boolean =>
  (beat - 1) % unitsFelt(score.bars[bar]!.metre) === 0;

interface Start {
  readonly beat: number;
  readonly words: string;
  readonly notes: readonly NamedNote[];
}

/** What each hand strikes on the counted beats of a bar. */
const startsIn = (score: Score, bar: number, beats: readonly TogetherBeat[], strikes: Strikes): readonly Start[] =>
  beats
    .filter((one) => one.bar === bar && isFelt(score, one))
    .flatMap(({ beat, onsetTicks }): Start[] => {
      const now = SIDES.map((side) => strikes[side].find((strike) => strike.onsetTicks === onsetTicks));
      const [right, left] = now;
      const told = [right && `right hand ${saidTogether(right)}`, left && `left hand ${saidTogether(left)}`];
      const notes = now.flatMap((strike) => strike?.notes ?? []);
      return notes.length === 0 ? [] : [{ beat, words: told.filter(Boolean).join(', '), notes }];
    });

/** The bar from its end: each start with its fingers. */
export const backwards = (
  score: Score,
  bar: number,
  beats: readonly TogetherBeat[],
  strikes: Strikes,
): readonly PracticeStep[] => {
  const starts = [...startsIn(score, bar, beats, strikes)].reverse();
  if (starts.length < 2) return [];
  const told = starts.map(({ beat, words }) => `From beat ${beat}: ${words}.`).join(' ');
  return [
    step(
      'backwards',
      'both',
      starts.flatMap(({ notes }) => notes),
      `Backwards, a beat at a time. ${told} Add a beat when it is steady.`,
      'Name both fingers before you start.',
    ),
  ];
};

/** The bar in columns: two at a time, stop, look on. */
export const beatByBeat = (
  score: Score,
  bar: number,
  beats: readonly TogetherBeat[],
  strikes: Strikes,
): readonly PracticeStep[] => {
  const starts = startsIn(score, bar, beats, strikes);
  if (starts.length < 2 || !SIDES.every((side) => starts.some(({ notes }) => notes.some((note) => note.side === side))))
    return [];
  const told = starts.map(({ beat, words }) => `Beat ${beat}: ${words}.`).join(' ');
  return [
    step(
      'beat-by-beat',
      'both',
      starts.flatMap(({ notes }) => notes),
      `One beat at a time, lined up. ${told} Play one, stop, look on; later two, then stop. Until no stop needs thought.`,
      'Do both hands go down as one?',
    ),
  ];
};

/** Fingers tapped on the lap, at most so many of a hand. */
const MOST_TAPS = 8;

/** The bar on the lap: fingers without keys. */
export const silent = (bar: number, strikes: Strikes): readonly PracticeStep[] => {
  const own = SIDES.map((side) => strikes[side].filter((strike) => strike.bar === bar).slice(0, MOST_TAPS));
  if (own.some((line) => line.length === 0) || own.every((line) => line.length < 2)) return [];
  const told = own.map((line, at) => `${SIDES[at]} hand ${line.map(saidTogether).join(', ')}`);
  return [
    step(
      'silent',
      'both',
      own.flatMap((line) => line.flatMap(({ notes }) => notes)),
      `Both hands on your lap, slowly and together: ${told.join('; ')}. Until neither hand waits for the other.`,
      'Does a resting finger stay down?',
    ),
  ];
};

/** Notes of the other hand told under a held one. */
const MOST_UNDER = 4;

/** A long note held against what the other hand plays, and let go exactly where its rest begins. */
export const holdSteps = (
  score: Score,
  within: (at: { readonly bar: number }) => boolean,
  strikes: Strikes,
): readonly PracticeStep[] => {
  const byId = new Map(
    SIDES.flatMap((side) =>
      strikes[side].flatMap((strike) => strike.notes.map((note) => [note.id, { note, strike }] as const)),
    ),
  );
  const met = new Set<number>();
  return holdsOf(score)
    .filter(within)
    .flatMap(({ noteId, side, under, untilTicks, untilBar, untilBeat, bar, intoRest }): PracticeStep[] => {
      const found = byId.get(noteId);
      const other = side === 'right' ? 'left' : 'right';
      if (!found || under[other] < 2 || met.has(found.strike.onsetTicks)) return [];
      met.add(found.strike.onsetTicks);
      const { onsetTicks } = found.strike;
      const against = strikes[other].filter(
        (strike) => strike.onsetTicks >= onsetTicks && strike.onsetTicks < untilTicks,
      );
      const told = against.slice(0, MOST_UNDER).map(saidTogether).join(' ');
      const named = against.slice(0, MOST_UNDER).flatMap(({ notes }) => notes);
      const where = untilBar === bar ? '' : ` of ${barInWords(numberOfBar(score, untilBar))}`;
      const ends = `let go on ${countOf(untilBeat)}${where}${intoRest ? ', where the rest begins' : ', and not before'}`;
      return [
        step(
          'hold',
          side,
          [...found.strike.notes, ...named],
          `Exact release. ${saidTogether(found.strike)} ${found.strike.notes.length > 1 ? 'stay' : 'stays'} down under ${told}${against.length > MOST_UNDER ? ' and what follows' : ''}; ${ends}. Without pedal. Until steady.`,
          'No gap, no clash?',
        ),
      ];
    });
};

/** A piece that is played with pedal is learnt without it; then the pedal, by its first bar. */
export const pedalStep = (
  score: Score,
  within: (at: { readonly bar: number }) => boolean,
  strikes: Strikes,
): readonly PracticeStep[] => {
  const span = pedalSpansOf(score).find(({ downTicks }) => within({ bar: barAt(score, downTicks) }));
  const first =
    span && SIDES.flatMap((side) => strikes[side].filter(({ onsetTicks }) => onsetTicks === span.downTicks));
  const lead = first?.[0];
  if (!span || !first || !lead) return [];
  const notes = first.flatMap((strike) => strike.notes);
  const bar = score.bars[lead.bar]!;
  const isNextBar = span.upTicks >= bar.onsetTicks + bar.lengthTicks;
  const up = isNextBar
    ? 'with the first note of the next bar'
    : `on ${countOf(beatOf(score, { bar: lead.bar, onsetTicks: span.upTicks }))}`;
  return [
    {
      ...step(
        'together',
        'both',
        notes,
        `Pedal last, when it is steady without. Down just after ${saidAll(notes)}, up ${up}. Until no bar blurs.`,
        'Is nothing of one harmony left in the next?',
      ),
      key: 'pedal',
    },
  ];
};

/** Where one begins. */
export const firstNotes = (strikes: Strikes): readonly NamedNote[] =>
  SIDES.flatMap((side) => strikes[side][0]?.notes ?? []);

/** One hand by itself, joined and detached. */
export const alone = (line: readonly Strike[], side: Side): readonly PracticeStep[] => {
  const [first, last] = [line[0], line[line.length - 1]];
  if (!first || !last) return [];
  const notes = first === last ? first.notes : [...first.notes, ...last.notes];
  const words = `Alone, from ${saidTogether(first)} to ${saidTogether(last)}, counting aloud; first short and detached, then as written. Until steady.`;
  return [step('apart', side, notes, words, `Does it end on ${keyOf(last.notes[0]!)}?`)];
};

export const together = (strikes: Strikes, tempo: number, pedal: boolean): readonly PracticeStep[] => {
  const start = firstNotes(strikes);
  const last = SIDES.flatMap((side) => strikes[side][strikes[side].length - 1]?.notes ?? []);
  const begin = start.map(said).join(' and ');
  const words = `Together${pedal ? ', without pedal' : ''}, from ${begin}, at ${tempo}. A hesitation means that beat is not ready: back to its step. Until steady.`;
  const made = step('together', 'both', start, words, 'Does neither hand wait?');
  return [{ ...made, key: 'together', bars: [made.bars[0], Math.max(...last.map(({ bar }) => bar))] }];
};
