import type { Side } from '../src/hand/hand';
import { parsePitch } from '../src/keyboard/pitch';
import { ContractError } from '../src/result';
import { layBars, noteOf, type SaidBar } from '../src/score/build';
import {
  fullBarTicks,
  inTimeOrder,
  ORNAMENTS,
  type Articulation,
  type Key,
  type Note,
  type Ornament,
  type Score,
  type Slur,
} from '../src/score/score';

/** Ticks to a quarter in written lines: divides into triplets, 32nds and quintuplets. */
const TICKS = 480;

interface LineOptions {
  readonly side?: Side;
  /** Tonic of a major key, as in `Eb`. */
  readonly key?: string;
  readonly beats?: number;
  readonly beatType?: number;
  readonly quartersPerMinute?: number;
  /** A second voice of the same hand, in the same notation and the same bars. */
  readonly second?: string;
}

const MAJOR_FIFTHS: Readonly<Record<string, number>> = {
  C: 0, G: 1, D: 2, A: 3, E: 4, B: 5, 'F#': 6, 'C#': 7, F: -1, Bb: -2, Eb: -3, Ab: -4, Db: -5, Gb: -6, Cb: -7,
}; // prettier-ignore

const keyOf = (name: string): Key => ({ fifths: MAJOR_FIFTHS[name] ?? 0, mode: 'major' });

/** A voice as it is being read. */
interface Reading {
  readonly side: Side;
  readonly voice: string;
  readonly notes: Note[];
  readonly slurs: Slur[];
  /** Where bars begin, ticks. */
  readonly barOnsets: number[];
  cursor: number;
  length: number;
  slurFrom: number;
}

const readLength = (parts: readonly string[]): number | undefined =>
  parts.length === 0 ? undefined : (Number(parts[0]) / Number(parts[1] ?? 1)) * TICKS;

const pushNote = (
  reading: Reading,
  name: string,
  articulations: readonly Articulation[],
  ornament: Ornament | null,
): void => {
  const pitch = parsePitch(name);
  if (!pitch) throw new ContractError(`"${name}" is no pitch`);
  reading.notes.push(
    noteOf({
      id: `n${reading.notes.length + 1}`,
      side: reading.side,
      voice: reading.voice,
      pitch,
      bar: reading.barOnsets.length - 1,
      onsetTicks: reading.cursor,
      durationTicks: reading.length,
      articulations,
      ornament,
    }),
  );
};

const endSlur = ({ notes, slurs, side, slurFrom }: Reading): void => {
  const last = notes[notes.length - 1];
  const from = notes.find((note) => note.onsetTicks === slurFrom);
  if (last && from)
    slurs.push({ side, fromId: from.id, toId: last.id, fromTicks: from.onsetTicks, toTicks: last.onsetTicks });
};

const STACCATO = /\.(?=\/|$)/;

/** A note, a chord or a rest with all that is written at it. */
const readSound = (reading: Reading, token: string): void => {
  const [written, sign] = token.split('~') as [string, string | undefined];
  const kind = ORNAMENTS.find((name) => name === sign);
  const chord = /^\[(.*)\]/.exec(written)?.[1];
  const [head, ...length] = written
    .replace(/^\[.*\]/, '[]')
    .replace(STACCATO, '')
    .split('/');
  reading.length = readLength(length) ?? reading.length;
  const names = chord ? chord.split(' ') : head === 'R' ? [] : [head ?? ''];
  const articulations: readonly Articulation[] = STACCATO.test(written) ? ['staccato'] : [];
  for (const name of names) pushNote(reading, name, articulations, kind ? { kind, above: null, below: null } : null);
  reading.cursor += reading.length;
};

const readToken = (reading: Reading, token: string): void => {
  switch (token) {
    case '|':
      reading.barOnsets.push(reading.cursor);
      return;
    case '(':
      reading.slurFrom = reading.cursor;
      return;
    case ')':
      endSlur(reading);
      return;
    default:
      readSound(reading, token);
  }
};

const readVoice = (music: string, side: Side, voice: string): Reading => {
  const reading: Reading = { side, voice, notes: [], slurs: [], barOnsets: [0], cursor: 0, length: TICKS, slurFrom: 0 };
  for (const token of music.match(/[()]|\[[^\]]*\][^\s()]*|[^\s()]+/g) ?? []) readToken(reading, token);
  return reading;
};

/** The notes of all voices in the order in which they are struck, with ids by that order. */
const merged = (voices: readonly Reading[]): { readonly notes: Note[]; readonly slurs: Slur[] } => {
  const read = voices.flatMap(({ notes }) => notes).sort(inTimeOrder);
  const idOf = new Map(read.map((note, index) => [`${note.voice} ${note.id}`, `n${index + 1}`]));
  return {
    notes: read.map((note) => ({ ...note, id: idOf.get(`${note.voice} ${note.id}`)! })),
    slurs: voices.flatMap(({ voice, slurs }) =>
      slurs.map((slur) => ({
        ...slur,
        fromId: idOf.get(`${voice} ${slur.fromId}`)!,
        toId: idOf.get(`${voice} ${slur.toId}`)!,
      })),
    ),
  };
};

/**
 * A line of one hand in a short notation: `G4/1` is a pitch and its length in quarters (which stays until the next),
 * `[C4 E4]` a chord low to high, `|` a barline, a full stop staccato, `~trill` an ornament, `( )` a slur, `R` a rest. A short
 * first bar is an upbeat.
 * @example line('C4/1 D4 [E4 G4]/2 | C4/4')
 */
export const line = (music: string, options: LineOptions = {}): Score => {
  const { side = 'right', key = 'C', beats = 4, beatType = 4, quartersPerMinute = 96, second } = options;
  const first = readVoice(music, side, '1');
  const voices = second === undefined ? [first] : [first, readVoice(second, side, '2')];
  const metre = { beats, beatType };
  const full = fullBarTicks({ ticksPerQuarter: TICKS }, metre);
  const said = first.barOnsets.map((onsetTicks, index): SaidBar => {
    const lengthTicks = (first.barOnsets[index + 1] ?? first.cursor) - onsetTicks;
    const isUpbeat = index === 0 && first.barOnsets.length > 1 && lengthTicks < full;
    return { metre, key: keyOf(key), lengthTicks, missingTicks: isUpbeat ? full - lengthTicks : 0 };
  });
  return {
    title: 'A line',
    composer: '',
    ticksPerQuarter: TICKS,
    bars: layBars(said, TICKS),
    ...merged(voices),
    marks: [{ kind: 'tempo', onsetTicks: 0, quartersPerMinute }],
    issues: [],
  };
};
