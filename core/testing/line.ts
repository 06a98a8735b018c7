import type { Side } from '../src/hand/hand';
import { midiOf, parsePitch } from '../src/keyboard/pitch';
import { ContractError } from '../src/result';
import {
  ORNAMENTS,
  type Articulation,
  type Bar,
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
  readonly quartersPerMinute?: number;
}

const MAJOR_FIFTHS: Readonly<Record<string, number>> = {
  C: 0, G: 1, D: 2, A: 3, E: 4, B: 5, 'F#': 6, 'C#': 7, F: -1, Bb: -2, Eb: -3, Ab: -4, Db: -5, Gb: -6, Cb: -7,
}; // prettier-ignore

const keyOf = (name: string): Key => ({ fifths: MAJOR_FIFTHS[name] ?? 0, mode: 'major' });

interface Reading {
  readonly notes: Note[];
  readonly slurs: Slur[];
  cursor: number;
  length: number;
  bar: number;
  barOnset: number;
  slurFrom: Note | undefined;
}

const readLength = (parts: readonly string[]): number | undefined =>
  parts.length === 0 ? undefined : (Number(parts[0]) / Number(parts[1] ?? 1)) * TICKS;

const pushNote = (
  reading: Reading,
  name: string,
  side: Side,
  articulations: readonly Articulation[],
  ornament: Ornament | null,
): void => {
  const pitch = parsePitch(name);
  if (!pitch) throw new ContractError(`"${name}" is no pitch`);
  reading.notes.push({
    id: `n${reading.notes.length + 1}`,
    tiedIds: [],
    side,
    staff: side === 'right' ? 1 : 2,
    voice: '1',
    pitch,
    midi: midiOf(pitch),
    bar: reading.bar,
    onsetTicks: reading.cursor,
    durationTicks: reading.length,
    graceIndex: null,
    articulations,
    fermata: false,
    arpeggiated: false,
    ornament,
    tuplet: null,
    printed: [],
  });
};

const readToken = (reading: Reading, token: string, side: Side, bars: Bar[], bar: () => Bar): void => {
  if (token === '|') {
    bars.push(bar());
    reading.bar += 1;
    reading.barOnset = reading.cursor;
    return;
  }
  if (token === '(') {
    reading.slurFrom = { onsetTicks: reading.cursor } as Note;
    return;
  }
  if (token === ')') {
    const last = reading.notes[reading.notes.length - 1];
    const from = reading.notes.find((note) => note.onsetTicks === reading.slurFrom?.onsetTicks);
    if (last && from)
      reading.slurs.push({
        side,
        fromId: from.id,
        toId: last.id,
        fromTicks: from.onsetTicks,
        toTicks: last.onsetTicks,
      });
    return;
  }
  const [written, sign] = token.split('~') as [string, string | undefined];
  const kind = ORNAMENTS.find((name) => name === sign);
  const staccato = written.endsWith('.');
  const chord = /^\[(.*)\]/.exec(written)?.[1];
  const [head, ...length] = written
    .replace(/\.$/, '')
    .replace(/^\[.*\]/, '[]')
    .split('/');
  reading.length = readLength(length) ?? reading.length;
  const names = chord ? chord.split(' ') : head === 'R' ? [] : [head ?? ''];
  for (const name of names)
    pushNote(reading, name, side, staccato ? ['staccato'] : [], kind ? { kind, above: null, below: null } : null);
  reading.cursor += reading.length;
};

/**
 * A line of one hand in a short notation: `G4/1` is a pitch and its length in quarters (which stays until the next),
 * `[C4 E4]` a chord low to high, `|` a barline, a full stop staccato, `~trill` an
 * ornament, `( )` a slur, `R` a rest.
 * @example line('C4/1 D4 [E4 G4]/2 | C4/4')
 */
export const line = (music: string, options: LineOptions = {}): Score => {
  const { side = 'right', key = 'C', beats = 4, quartersPerMinute = 96 } = options;
  const reading: Reading = {
    notes: [],
    slurs: [],
    cursor: 0,
    length: TICKS,
    bar: 0,
    barOnset: 0,
    slurFrom: undefined,
  };
  const bars: Bar[] = [];
  const bar = (): Bar => ({
    index: reading.bar,
    number: reading.bar + 1,
    onsetTicks: reading.barOnset,
    lengthTicks: reading.cursor - reading.barOnset,
    missingTicks: 0,
    metre: { beats, beatType: 4 },
    key: keyOf(key),
    repeatStart: false,
    repeatEnd: 0,
    endings: [],
  });
  for (const token of music.match(/\[[^\]]*\][^\s]*|\S+/g) ?? []) readToken(reading, token, side, bars, bar);
  bars.push(bar());
  return {
    title: 'A line',
    composer: '',
    ticksPerQuarter: TICKS,
    bars,
    notes: reading.notes,
    slurs: reading.slurs,
    marks: [{ kind: 'tempo', onsetTicks: 0, quartersPerMinute }],
    issues: [],
  };
};
