import fc from 'fast-check';
import { midiOf, type Pitch, type Step } from '../src/keyboard/pitch';
import {
  ARTICULATIONS,
  inTimeOrder,
  ORNAMENTS,
  slurBetween,
  type Bar,
  type Mark,
  type Note,
  type Score,
  type Slur,
} from '../src/score/score';
import { layBars, noteOf } from '../src/score/build';

/** Random scores for laws that hold for all of them: two staves, up to two voices each, with all that can stand at a note. */

const TICKS = 12;

const METRES = [
  [4, 4],
  [3, 4],
  [2, 4],
  [6, 8],
  [5, 8],
] as const;

/** Lengths in ticks of a twelfth of a quarter: sixteenth to whole, dotted ones among them. */
const LENGTHS = [3, 6, 9, 12, 18, 24, 36, 48] as const;

const pitches: fc.Arbitrary<Pitch> = fc.record({
  step: fc.constantFrom<Step>('C', 'D', 'E', 'F', 'G', 'A', 'B'),
  alter: fc.constantFrom(0, 0, 0, 1, -1),
  octave: fc.integer({ min: 2, max: 6 }),
});

/** One note to a key and to a place on the staff: D and D sharp at once cannot be told apart under a tie in ABC. */
const chords = fc.uniqueArray(pitches, {
  minLength: 1,
  maxLength: 3,
  comparator: (a, b) => midiOf(a) === midiOf(b) || (a.step === b.step && a.octave === b.octave),
});

const extras = fc.record({
  articulations: fc.subarray([...ARTICULATIONS], { maxLength: 2 }),
  fermata: fc.boolean(),
  arpeggiated: fc.boolean(),
  ornament: fc.option(
    fc.record({
      kind: fc.constantFrom(...ORNAMENTS),
      above: fc.option(fc.constantFrom(-1, 0, 1)),
      below: fc.option(fc.constantFrom(-1, 0, 1)),
    }),
    { freq: 4 },
  ),
  finger: fc.option(fc.integer({ min: 1, max: 5 })),
});
type Extras = typeof extras extends fc.Arbitrary<infer T> ? T : never;

const PLAIN: Extras = { articulations: [], fermata: false, arpeggiated: false, ornament: null, finger: null };

/** What comes next in a voice: a chord with its grace notes, a rest, or a triplet of eighths. */
type Piece =
  | {
      readonly kind: 'chord';
      readonly ticks: number;
      readonly pitches: Pitch[];
      readonly grace: Pitch[];
      readonly extras: Extras;
    }
  | { readonly kind: 'rest'; readonly ticks: number }
  | { readonly kind: 'triplet'; readonly pitches: readonly Pitch[] };

const piecesOf = (plain: boolean): fc.Arbitrary<Piece> =>
  fc.oneof(
    {
      weight: 6,
      arbitrary: fc.record({
        kind: fc.constant('chord' as const),
        ticks: fc.constantFrom(...LENGTHS),
        pitches: chords,
        grace: fc.array(pitches, { maxLength: plain ? 0 : 2 }),
        extras: plain ? fc.constant(PLAIN) : extras,
      }),
    },
    { weight: 2, arbitrary: fc.record({ kind: fc.constant('rest' as const), ticks: fc.constantFrom(...LENGTHS) }) },
    {
      weight: 1,
      arbitrary: fc.record({
        kind: fc.constant('triplet' as const),
        pitches: fc.array(pitches, { minLength: 3, maxLength: 3 }),
      }),
    },
  );

interface Voice {
  readonly staff: number;
  readonly voice: string;
  readonly pieces: readonly Piece[];
}

const barsOf = (count: number, [beats, beatType]: readonly [number, number], fifths: number, repeats: boolean): Bar[] =>
  layBars(
    Array.from({ length: count }, (_, index) => ({
      metre: { beats, beatType },
      key: { fifths, mode: 'major' as const },
      repeatStart: repeats && index === 1,
      repeatEnd: repeats && index === count - 1 ? 2 : 0,
    })),
    TICKS,
  );

const notesOf = ({ staff, voice, pieces }: Voice, bars: readonly Bar[]): Note[] => {
  const [last, barTicks] = [bars[bars.length - 1]!, bars[0]!.lengthTicks];
  const end = last.onsetTicks + last.lengthTicks;
  const notes: Note[] = [];
  let at = 0;
  const add = (pitch: Pitch, ticks: number, more: Partial<Note>): void => {
    notes.push(
      noteOf({
        id: `${voice}-${notes.length}`,
        side: staff === 1 ? 'right' : 'left',
        staff,
        voice,
        pitch,
        bar: Math.floor(at / barTicks),
        onsetTicks: at,
        durationTicks: ticks,
        ...more,
      }),
    );
  };
  for (const piece of pieces) {
    const ticks = piece.kind === 'triplet' ? TICKS : piece.ticks;
    if (at + ticks > end) break;
    if (piece.kind === 'chord') {
      piece.grace.forEach((pitch, graceIndex) => add(pitch, 0, { graceIndex }));
      const { finger, ...signs } = piece.extras;
      const printed = finger === null ? [] : [{ finger, substitution: false, alternate: false }];
      for (const pitch of piece.pitches) add(pitch, ticks, { ...signs, printed });
    }
    // A triplet keeps to its beat and its bar.
    const fits = at % TICKS === 0 && (at % barTicks) + TICKS <= barTicks;
    if (piece.kind === 'triplet' && fits)
      for (const pitch of piece.pitches) {
        add(pitch, TICKS / 3, { tuplet: { actual: 3, normal: 2 } });
        at += TICKS / 3;
      }
    else if (piece.kind !== 'triplet') at += ticks;
  }
  return notes;
};

/** Slurs over a few notes of a voice, some ending where the next begins. */
const slursOf = (notes: readonly Note[]): Slur[] => {
  const heads = notes.filter(
    (note, index) => note.graceIndex === null && notes[index - 1]?.onsetTicks !== note.onsetTicks,
  );
  const slurs: Slur[] = [];
  for (let from = 0; from + 2 < heads.length; from += 2) {
    const [a, b] = [heads[from]!, heads[from + 2]!];
    slurs.push(slurBetween(a, b));
  }
  return slurs;
};

const CLEFS: readonly Mark[] = [
  { kind: 'clef', onsetTicks: 0, staff: 1, sign: 'G', line: 2 },
  { kind: 'clef', onsetTicks: 0, staff: 2, sign: 'F', line: 4 },
];

export interface ScoreChoices {
  /** Without grace notes, ornaments, articulations and fingers. */
  readonly plain?: boolean;
  readonly voices?: readonly { readonly staff: number; readonly voice: string }[];
}

const ALL_VOICES = [
  { staff: 1, voice: '1' },
  { staff: 1, voice: '2' },
  { staff: 2, voice: '5' },
  { staff: 2, voice: '6' },
];

/** Scores of one to four bars. Notes run over barlines as they come. */
export const scores = ({ plain = false, voices = ALL_VOICES }: ScoreChoices = {}): fc.Arbitrary<Score> =>
  fc
    .record({
      count: fc.integer({ min: 1, max: 4 }),
      metre: fc.constantFrom(...METRES),
      fifths: fc.integer({ min: -4, max: 4 }),
      repeats: fc.boolean(),
      tempo: fc.integer({ min: 40, max: 200 }),
      dynamic: fc.constantFrom('p', 'mf', 'f'),
      lines: fc.tuple(...voices.map(() => fc.array(piecesOf(plain), { minLength: 1, maxLength: 12 }))),
    })
    .map(({ count, metre, fifths, repeats, tempo, dynamic, lines }): Score => {
      const bars = barsOf(count, metre, fifths, repeats && count > 2);
      const byVoice = voices.map((voice, index) => notesOf({ ...voice, pieces: lines[index]! }, bars));
      return {
        title: 'A random study',
        composer: 'Nobody',
        ticksPerQuarter: TICKS,
        bars,
        notes: byVoice.flat().sort(inTimeOrder),
        slurs: plain ? [] : byVoice.flatMap(slursOf),
        marks: [
          ...CLEFS,
          { kind: 'tempo', onsetTicks: 0, quartersPerMinute: tempo },
          ...(plain ? [] : [{ kind: 'dynamic', onsetTicks: TICKS, staff: 1, text: dynamic } as const]),
        ],
        issues: [],
      };
    })
    // A voice without notes is no voice.
    .filter(({ notes }) => voices.every(({ voice }) => notes.some((note) => note.voice === voice)));
