import { SIDES, type Finger, type Side } from '../hand/hand';
import { isBlack } from '../keyboard/geometry';
import { letterPlace, midiOf, spokenName, type Pitch } from '../keyboard/pitch';
import type { Move } from '../moves/move';
import type { PianoPlan } from '../plan/plan';
import { beatTicks, type Bar, type Note, type Score } from '../score/score';
import { handsTogether, spotsOf } from '../together';
import { playRuns } from '../unfold';
import { barWord, capitalized, countWords, fingerWord, numberWord, placedKey } from './words';

/** A stretch of a piece in plain words, hand by hand and note by note: for learners by ear, and for those who cannot see the page. */

export interface ReadOut {
  readonly title: string;
  /** What one needs before beginning. */
  readonly opening: string;
  readonly hands: readonly { readonly side: Side; readonly sentences: readonly string[] }[];
  /** What to mind when both play. */
  readonly together: readonly string[];
}

export interface ReadOutOptions {
  readonly sides: readonly Side[];
  /** Indices of the first and last bar. */
  readonly bars?: readonly [number, number];
}

/** Keys that one hand strikes at once, or a rest. */
interface Event {
  readonly counts: number;
  readonly touches: readonly {
    readonly note: Note;
    readonly finger: Finger | null;
    readonly substitute: Finger | null;
  }[];
  readonly move: Move | undefined;
}

/** From so many white keys on the way is told with the note; nearer ones are found by their names. */
const FAR_KEYS = 4;
/** Trouble told under "together". */
const MOST_SPOTS = 3;

/** The strokes of a hand in one bar with the rests between; a voice that holds beside another ends with the bar's own strokes. */
const eventsOf = (score: Score, plan: PianoPlan, side: Side, bar: Bar): readonly Event[] => {
  const beat = beatTicks(score, bar.metre);
  const fingers = new Map(plan.hands[side].notes.map((note) => [note.id, note]));
  const moves = new Map(plan.hands[side].moves.map((move) => [move.onsetTicks, move]));
  const notes = score.notes.filter((note) => note.side === side && note.bar === bar.index && note.graceIndex === null);
  const onsets = [...new Set(notes.map(({ onsetTicks }) => onsetTicks))].sort((a, b) => a - b);
  const end = bar.onsetTicks + bar.lengthTicks;
  const events: Event[] = [];
  const rest = (ticks: number): void => {
    if (ticks > 0) events.push({ counts: ticks / beat, touches: [], move: undefined });
  };
  rest((onsets[0] ?? end) - bar.onsetTicks);
  onsets.forEach((onset, at) => {
    const struck = notes.filter(({ onsetTicks }) => onsetTicks === onset).sort((a, b) => a.midi - b.midi);
    const next = onsets[at + 1] ?? end;
    const sounds = Math.max(...struck.map(({ durationTicks }) => durationTicks));
    // What is tied over the bar line keeps its whole length; what another voice cuts into goes to its next stroke.
    const length = onsets[at + 1] === undefined ? sounds : Math.min(sounds, next - onset);
    events.push({
      counts: length / beat,
      touches: struck.map((note) => ({
        note,
        finger: fingers.get(note.id)?.finger ?? null,
        substitute: fingers.get(note.id)?.substitute ?? null,
      })),
      move: moves.get(onset),
    });
    rest(next - onset - length);
  });
  return events;
};

type Touch = Event['touches'][number];

const withFinger = (name: string, { finger, substitute }: Touch): string => {
  if (finger === null) return `${name}, which has no finger left`;
  const change = substitute === null ? '' : `, changing silently to ${fingerWord(substitute)}`;
  return `${name} with ${fingerWord(finger)}${change}`;
};

/** The lead says already that it is the thumb. */
const keyOnly = (name: string): string => name;

/** How the hand comes to a note, where it does not simply lie there. */
const MOVE_LEADS: Readonly<Partial<Record<Move['kind'], string>>> = {
  'thumb-under': 'the thumb goes under to ',
  'finger-over-thumb': 'over the thumb to ',
  'finger-over-finger': 'over the finger to ',
  shift: 'the hand moves on: ',
  extension: 'reach to ',
  contraction: 'draw in to ',
  'repeated-note-change': 'change fingers: ',
  slide: 'slide to ',
};

/** The key of a note as it is found from the one before. */
const found = (pitch: Pitch, before: Pitch | undefined): string => {
  if (!before) return placedKey(pitch);
  const keys = letterPlace(pitch) - letterPlace(before);
  if (Math.abs(keys) < FAR_KEYS) return spokenName(pitch);
  return `${keys > 0 ? 'up' : 'down'} to ${placedKey(pitch)}`;
};

/** Reads one hand; it remembers the key it came from, and the bars it has read. */
class HandReader {
  private before: Pitch | undefined;
  private readonly read = new Map<string, number>();
  private lastText = '';

  sentence(events: readonly Event[], number: number, keyless: string): string {
    const told = this.words(events, keyless);
    this.remember(events, keyless, number);
    return `${capitalized(barWord(number))}: ${told}.`;
  }

  private words(events: readonly Event[], keyless: string): string {
    if (events.every(({ touches }) => touches.length === 0)) return 'rest';
    const same = this.read.get(keyless);
    if (same === undefined) return this.grouped(events);
    return this.lastText === keyless ? 'again' : `as ${barWord(same)}`;
  }

  private remember(events: readonly Event[], keyless: string, number: number): void {
    if (!this.read.has(keyless)) this.read.set(keyless, number);
    this.lastText = keyless;
    const last = events.findLast(({ touches }) => touches.length > 0)?.touches[0];
    if (last) this.before = last.note.pitch;
  }

  /** Strokes of the same length in a row are told with it once. */
  private grouped(events: readonly Event[]): string {
    const groups: { counts: number; texts: string[]; isRest: boolean }[] = [];
    for (const event of events) {
      const isRest = event.touches.length === 0;
      const text = isRest ? 'rest' : this.told(event);
      const last = groups.at(-1);
      if (last && !isRest && !last.isRest && Math.abs(last.counts - event.counts) < 1e-6) last.texts.push(text);
      else groups.push({ counts: event.counts, texts: [text], isRest });
    }
    return groups
      .map(({ counts, texts }) => `${texts.join(', ')}, ${countWords(counts)}${texts.length > 1 ? ' each' : ''}`)
      .join('; ');
  }

  private told({ touches, move }: Event): string {
    const lead = move ? (MOVE_LEADS[move.kind] ?? '') : '';
    const names = touches.map((touch, at) => {
      const isThumbUnder = move?.kind === 'thumb-under' && touch.finger === 1;
      const name = (isThumbUnder ? keyOnly : withFinger)(
        at === 0 ? found(touch.note.pitch, this.before) : spokenName(touch.note.pitch),
        touch,
      );
      if (at === 0) this.before = touch.note.pitch;
      return name;
    });
    const [first = '', ...others] = names;
    // “Reach to” and “up to” are one: reach up to.
    const led = /^(up|down) to /.test(first) ? lead.replace(/to $/, '') : lead;
    if (others.length === 0) return led + first;
    return `${led}${[first, ...others.slice(0, -1)].join(', ')} and ${others[others.length - 1]}, together`;
  }
}

const openingOf = (score: Score, plan: PianoPlan, bars: readonly Bar[], sides: readonly Side[]): string => {
  const indices = new Set(bars.map(({ index }) => index));
  const notes = score.notes.filter((note) => indices.has(note.bar) && sides.includes(note.side));
  const { metre } = bars[0]!;
  const counts = bars.length === 1 ? 'One bar' : `${capitalized(numberWord(bars.length))} bars`;
  const keys = notes.every(({ midi }) => !isBlack(midi)) ? ' White keys only.' : '';
  const starts = sides.flatMap((side) => {
    const { positions } = plan.hands[side];
    const { index, onsetTicks } = bars[0]!;
    const standing = positions.findLast((one) => one.onsetTicks <= onsetTicks);
    const position = standing ?? positions.find(({ bar }) => bar >= index);
    if (!position) return [];
    return [
      side === 'right'
        ? `Right thumb on ${placedKey(position.lowest)}`
        : `left thumb on ${placedKey(position.highest)}`,
    ];
  });
  const where = starts.length > 0 ? ` ${capitalized(starts.join('; '))}.` : '';
  return `${counts} of ${numberWord(metre.beats)} counts.${keys}${where}`;
};

/** In which order the bars are played, where that is not one after another: "Played: bars one to four, bars one to three, bar five." */
const orderOf = (score: Score): string => {
  const runs = playRuns(score.bars);
  if (runs.length < 2) return '';
  const told = runs.map((run) => {
    const [from, to] = run.map((bar) => barWord(score.bars[bar]!.number)) as [string, string];
    return from === to ? from : `${from} to ${to}`;
  });
  return ` Played in this order: ${told.join('; then ')}.`;
};

/** The same text for bars with the same keys, lengths and fingers. */
const textOf = (events: readonly Event[]): string =>
  JSON.stringify(
    events.map(({ counts, touches }) => [
      counts,
      touches.map(({ note, finger, substitute }) => [midiOf(note.pitch), finger, substitute]),
    ]),
  );

/** @example readOut(score, plan, { sides: ['right'] }).hands[0]?.sentences.join(' ') */
export const readOut = (
  score: Score,
  plan: PianoPlan,
  { sides, bars: [first, last] = [0, Infinity] }: ReadOutOptions,
): ReadOut => {
  const bars = score.bars.filter(({ index }) => index >= first && index <= last);
  const numbers = new Map(bars.map((bar) => [bar.index, bar.number]));
  const isBoth = sides.length === SIDES.length;
  return {
    title: score.title,
    opening:
      bars.length === 0
        ? ''
        : openingOf(score, plan, bars, sides) + (bars.length === score.bars.length ? orderOf(score) : ''),
    hands: sides.map((side) => {
      const reader = new HandReader();
      return {
        side,
        sentences: bars.map((bar) => {
          const events = eventsOf(score, plan, side, bar);
          return reader.sentence(events, bar.number, textOf(events));
        }),
      };
    }),
    together: !isBoth
      ? []
      : spotsOf(score, plan, handsTogether(score, plan))
          .filter(({ bars: own }) => own.some((bar) => numbers.has(bar)))
          .slice(0, MOST_SPOTS)
          .map(({ bars: own, beat, why }) => {
            const bar = own.find((one) => numbers.has(one))!;
            return `Take care in ${barWord(numbers.get(bar)!)}, on ${numberWord(beat)}: ${why.join('; ')}.`;
          }),
  };
};

const TITLES: Readonly<Record<Side, string>> = { right: 'Right hand', left: 'Left hand' };

/** The whole as plain text, a paragraph a hand. */
export const readOutText = ({ title, opening, hands, together }: ReadOut): string =>
  [
    [title && `${title}.`, opening].filter(Boolean).join(' '),
    ...hands.map(({ side, sentences }) => `${TITLES[side]}. ${sentences.join(' ')}`),
    ...(together.length > 0 ? [`Together. ${together.join(' ')}`] : []),
  ].join('\n\n');
