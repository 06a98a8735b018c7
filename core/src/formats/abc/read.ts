import type { Side } from '../../hand/hand';
import { isOnKeyboard, pitchName } from '../../keyboard/pitch';
import { andThen, fail, ok, type Result } from '../../result';
import {
  fullBarTicks,
  slurBetween,
  type Bar,
  type Mark,
  type Note,
  type Score,
  type ScoreIssue,
  type Slur,
} from '../../score/score';
import { layBars, noteOf, type SaidBar } from '../../score/build';
import { gathered } from '../gather';
import { MAX_QUARTERS } from '../limits';
import { coarsened } from '../notation/coarsen';
import type { AbcError, AbcPlace, AbcRemark } from './errors';
import { parseTune, type AbcStaff, type AbcTune, type ParsedTune } from './parser';
import { ABC_TICKS } from './signs';
import { AbcVoice, type AbcMark, type AbcNote } from './voices';

/** A voice with the staff it is written on. */
interface PlacedVoice {
  readonly reader: AbcVoice;
  /** 1 for the upper staff (right hand), 2 for the lower. */
  readonly staff: number;
  readonly side: Side;
  readonly voice: string;
}

const isLow = (clef: string | undefined): boolean => /^bass|^F/.test(clef ?? '');

/** Which of a tune's staves are played: the pair that is held together by a brace, else all. */
const playedStaves = (staves: readonly AbcStaff[]): readonly number[] => {
  const start = staves.findIndex(({ brace }) => brace === 'start');
  const all = staves.map((_, index) => index);
  if (start < 0 || staves.length <= 2) return all;
  const end = staves.findIndex(({ brace }, index) => index > start && brace === 'end');
  return end < 0 ? all : all.slice(start, end + 1);
};

/** The staff on paper of each played staff: those from the first bass clef on are the left hand's; without one, all but the first. */
const handsOf = (staves: readonly AbcStaff[], played: readonly number[]): ReadonlyMap<number, Side> => {
  const firstLow = played.findIndex((index) => isLow(staves[index]?.clef?.type));
  const turn = firstLow < 0 ? 1 : firstLow;
  return new Map(played.map((index, place) => [index, place < turn ? 'right' : 'left']));
};

const firstLine = (tune: AbcTune): readonly AbcStaff[] =>
  (tune.lines ?? []).reduce<readonly AbcStaff[]>(
    (widest, { staff = [] }) => (staff.length > widest.length ? staff : widest),
    [],
  );

/** Reads all lines of a tune, voice by voice. */
const readVoices = (tune: AbcTune, source: string): readonly PlacedVoice[] => {
  const staves = firstLine(tune);
  const hands = handsOf(staves, playedStaves(staves));
  const onlyOne = new Set(hands.values()).size === 1;
  const voices = new Map<string, PlacedVoice>();
  const counts = new Map<number, number>();
  const voiceAt = (staff: number, index: number, side: Side): PlacedVoice => {
    const key = `${staff} ${index}`;
    const known = voices.get(key);
    if (known) return known;
    const paper = onlyOne || side === 'right' ? 1 : 2;
    const count = counts.get(paper) ?? 0;
    counts.set(paper, count + 1);
    const made = { reader: new AbcVoice(source), staff: paper, side, voice: String((paper === 1 ? 1 : 5) + count) };
    voices.set(key, made);
    return made;
  };
  /** The line on which a voice was heard last. */
  const heardOn = new Map<AbcVoice, number>();
  (tune.lines ?? []).forEach(({ staff = [] }, line) => {
    const barsBefore = Math.max(0, ...[...voices.values()].map(({ reader }) => reader.bars.length));
    staff.forEach(({ clef, key, meter, voices: lines = [] }, index) => {
      const side = hands.get(index);
      if (!side) return;
      lines.forEach((elements, place) => {
        const isNew = !voices.has(`${index} ${place}`);
        const { reader } = voiceAt(index, place, side);
        if (isNew && place === 0) reader.setClef(clef?.type ?? '');
        if (key) reader.setKey(key);
        if (meter) reader.setMetre(meter);
        // A voice goes on where it stopped; one that was left out for a line rests meanwhile.
        if (line > 0 && heardOn.get(reader) !== line - 1) reader.fillTo(barsBefore);
        heardOn.set(reader, line);
        for (const element of elements) reader.read(element);
      });
    });
  });
  for (const { reader } of voices.values()) reader.end();
  return [...voices.values()];
};

const barsOf = (voices: readonly PlacedVoice[]): Bar[] => {
  const count = Math.max(0, ...voices.map(({ reader }) => reader.bars.length));
  const said: SaidBar[] = [];
  for (let index = 0; index < count; index += 1) {
    const here = voices.flatMap(({ reader }) => reader.bars[index] ?? []);
    const [first] = here;
    if (!first) break;
    const full = fullBarTicks({ ticksPerQuarter: ABC_TICKS }, first.metre);
    const lengthTicks = Math.max(...here.map((bar) => bar.lengthTicks)) || full;
    said.push({
      // A short first bar is an upbeat.
      ...(index === 0 && lengthTicks < full && count > 1 ? { number: 0 } : {}),
      lengthTicks,
      metre: first.metre,
      key: first.key,
      repeatStart: here.some((bar) => bar.repeatStart),
      repeatEnd: Math.max(...here.map((bar) => bar.repeatEnd)),
      endings: here.find((bar) => bar.endings.length > 0)?.endings ?? [],
      signs: [...new Set(here.flatMap((bar) => bar.signs))],
      rehearsal: here.find((bar) => bar.rehearsal !== '')?.rehearsal ?? '',
      doubleBarline: here.some((bar) => bar.doubleBarline),
    });
  }
  return layBars(said, ABC_TICKS);
};

const printedOf = (fingers: readonly number[]): Note['printed'] =>
  fingers.map((finger, index) => ({ finger, substitution: index > 0, alternate: false }));

const readNote = ({ staff, side, voice }: PlacedVoice, note: AbcNote, bars: readonly Bar[], id: string): Note =>
  noteOf({
    id,
    side,
    staff,
    voice,
    pitch: note.pitch,
    bar: note.bar,
    onsetTicks: (bars[note.bar]?.onsetTicks ?? 0) + note.onsetTicks,
    durationTicks: note.durationTicks,
    graceIndex: note.graceIndex,
    articulations: note.articulations,
    fermata: note.fermata,
    arpeggiated: note.arpeggiated,
    ornament: note.ornament && { kind: note.ornament, above: null, below: null },
    tuplet: note.tuplet,
    printed: printedOf(note.fingers),
  });

const joinSlurs = (source: readonly AbcNote[], notes: readonly Note[]): Slur[] => {
  const open = new Map<number, Note>();
  const slurs: Slur[] = [];
  source.forEach(({ slurStarts, slurEnds }, index) => {
    const note = notes[index]!;
    for (const label of slurEnds) {
      const from = open.get(label);
      open.delete(label);
      if (from && from !== note) slurs.push(slurBetween(from, note));
    }
    for (const label of slurStarts) open.set(label, note);
  });
  return slurs;
};

const CLEFS: Readonly<Record<string, { readonly sign: string; readonly line: number }>> = {
  bass: { sign: 'F', line: 4 },
  alto: { sign: 'C', line: 3 },
  tenor: { sign: 'C', line: 4 },
};

const markOf = ({ staff }: PlacedVoice, mark: AbcMark, bars: readonly Bar[]): Mark => {
  const onsetTicks = (bars[mark.bar]?.onsetTicks ?? 0) + mark.onsetTicks;
  switch (mark.kind) {
    case 'clef':
      return {
        kind: 'clef',
        onsetTicks,
        staff,
        ...(CLEFS[mark.text.split(/[+-]/)[0] ?? ''] ?? { sign: 'G', line: 2 }),
      };
    case 'dynamic':
      return { kind: 'dynamic', onsetTicks, staff, text: mark.text };
    case 'tempo':
      return { kind: 'tempo', onsetTicks, quartersPerMinute: mark.quartersPerMinute };
  }
};

const firstTempo = ({ metaText }: AbcTune): Mark[] => {
  const { duration = [0.25], bpm } = metaText?.tempo ?? {};
  const beat = duration.reduce((sum, part) => sum + part, 0);
  return bpm && beat > 0 ? [{ kind: 'tempo', onsetTicks: 0, quartersPerMinute: bpm * beat * 4 }] : [];
};

const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');

/** Clefs belong to a staff, not to each voice on it. */
const distinct = (marks: readonly Mark[]): Mark[] => [
  ...new Map(marks.map((mark) => [JSON.stringify(mark), mark])).values(),
];

/** A stretch of a source that ends in one line, as a place in the file. */
const filePlace = ({ placeOf }: ParsedTune, { from, to }: AbcNote['places'][number]): AbcPlace => ({
  ...placeOf(from),
  length: to - from,
});

const tuneScore = (parsed: ParsedTune, mayBeEmpty: boolean): Result<AbcScore, AbcError> => {
  const { tune, remarks, source, placeOf } = parsed;
  const voices = readVoices(tune, source);
  const tooLongAt = voices.map(({ reader }) => reader.tooLongAt).find((at) => at !== undefined);
  if (tooLongAt !== undefined)
    return fail({ code: 'too-long-note', ...placeOf(tooLongAt), limitQuarters: MAX_QUARTERS });
  const bars = barsOf(voices);
  const placed = voices.map((voice, index) => {
    const notes = voice.reader.notes.map((note, place) => readNote(voice, note, bars, `v${index + 1}-${place + 1}`));
    const places = notes.map(
      ({ id }, place) => [id, voice.reader.notes[place]!.places.map((one) => filePlace(parsed, one))] as const,
    );
    return { notes, places, slurs: joinSlurs(voice.reader.notes, notes) };
  });
  const all = placed.flatMap(({ notes }) => notes);
  const notes = all.filter(({ midi }) => isOnKeyboard(midi));
  if (notes.length === 0 && !mayBeEmpty) return fail({ code: 'no-notes', first: remarks[0] ?? null });
  const issues = all
    .filter(({ midi }) => !isOnKeyboard(midi))
    .map((note): ScoreIssue => ({ bar: note.bar, code: 'off-keyboard', pitch: pitchName(note.pitch) }));
  const found: Score = {
    title: textOf(tune.metaText?.title) || 'Untitled',
    composer: textOf(tune.metaText?.composer),
    ticksPerQuarter: ABC_TICKS,
    bars,
    notes,
    slurs: placed.flatMap(({ slurs }) => slurs),
    marks: distinct([
      ...firstTempo(tune),
      ...voices.flatMap((voice) => voice.reader.marks.map((mark) => markOf(voice, mark, bars))),
    ]),
    issues,
  };
  return andThen(gathered(found), (score) =>
    ok({ score: coarsened(score), remarks, places: new Map(placed.flatMap(({ places }) => places)) }),
  );
};

/** A tune as a score, with what was read around. Ids of its notes are provisional: MusicXML gives the lasting ones. */
export interface AbcScore {
  readonly score: Score;
  readonly remarks: readonly AbcRemark[];
  /** Where each note is written, by its id: its first piece, then those it is tied to. */
  readonly places: ReadonlyMap<string, readonly AbcPlace[]>;
}

const normalised = (text: string): string => text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');

/** Titles of the tunes in a text, in order. */
export const abcTunes = (text: string): readonly string[] => {
  const tunes = normalised(text).split(/^(?=X:)/m);
  const real = tunes.filter((tune) => /^X:/.test(tune));
  return (real.length > 0 ? real : tunes.slice(0, 1)).map(
    (tune) => /^T:\s*(.*)$/m.exec(tune)?.[1]?.trim() || 'Untitled',
  );
};

/** Reads one tune of an ABC 2.1 text, counted from 0. Without notes it is nothing to be fingered, unless it is only begun. */
export const readAbc = (text: string, tune = 0, mayBeEmpty = false): Result<AbcScore, AbcError> => {
  const source = normalised(text);
  if (source.trim() === '') return fail({ code: 'empty' });
  if (!/^K:|\[K:/m.test(source)) return fail({ code: 'not-abc' });
  return andThen(parseTune(source, tune), (parsed) => tuneScore(parsed, mayBeEmpty));
};
