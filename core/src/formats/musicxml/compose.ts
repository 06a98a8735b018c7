import { isAtBeginning, type Bar, type Mark, type RoadSign, type Score } from '../../score/score';
import { accidentalsIn, type BarAccidentals } from '../notation/accidentals';
import { stavesOf, writeDown, type WrittenLine } from '../notation/written';
import { buildBeside, noteElement, signFor, type Build, type Content, type Sheet } from './compose-note';
import { append, newDocument, type Element } from './dom';
import type { MusicXmlDocument } from './document';
import { slurNumbers } from './slur-numbers';

type ClefMark = Extract<Mark, { kind: 'clef' }>;

const clefElement = (
  build: Build,
  { staff, sign, line }: Pick<ClefMark, 'staff' | 'sign' | 'line'>,
  many: boolean,
): Element => build('clef', many ? { number: String(staff) } : {}, build('sign', {}, sign), build('line', {}, line));

interface LinePlace {
  readonly bar: Bar;
  readonly accidentals: BarAccidentals;
  /** How far to go back before the line begins, ticks. */
  readonly back: number;
  /** Clefs that change on this line's staff; they stand before the event at their time. */
  readonly clefs: readonly ClefMark[];
}

const lineElements = (sheet: Sheet, line: WrittenLine, { bar, accidentals, back, clefs }: LinePlace): Element[] => {
  const { build } = sheet;
  const elements: Element[] = back > 0 ? [build('backup', {}, build('duration', {}, back))] : [];
  const waiting = [...clefs];
  const writeClefs = (until: number): void => {
    while (waiting[0] && waiting[0].onsetTicks - bar.onsetTicks <= until)
      elements.push(build('attributes', {}, clefElement(build, waiting.shift()!, sheet.staves > 1)));
  };
  for (const event of line.events) {
    writeClefs(event.onsetTicks);
    // Of a gap of a triplet's length the engraver knows only by a rest that is not drawn.
    if (event.hidden && !event.value?.ratio) {
      elements.push(build('forward', {}, build('duration', {}, event.ticks), build('voice', {}, line.voice)));
      continue;
    }
    if (event.notes.length === 0) {
      const fills = event.onsetTicks === 0 && event.ticks === bar.lengthTicks;
      elements.push(noteElement(sheet, line, event, undefined, { isChord: false, fills, accidental: undefined }));
      continue;
    }
    event.notes.forEach((written, index) => {
      const sign = signFor(accidentals, written.note);
      // A note that is tied over the barline needs no new sign.
      const accidental = written.tieStops ? undefined : sign;
      elements.push(noteElement(sheet, line, event, written, { isChord: index > 0, fills: false, accidental }));
    });
  }
  writeClefs(bar.lengthTicks);
  return elements;
};

const TREBLE = { sign: 'G', line: 2 };
const BASS = { sign: 'F', line: 4 };

/** Clefs that hold at the start: written ones, else treble over bass; a single staff follows its hand. */
const firstClefs = ({ score, build, staves }: Sheet): Element[] => {
  return Array.from({ length: staves }, (_, index) => {
    const staff = index + 1;
    const written = score.marks.find(
      (mark): mark is ClefMark => mark.kind === 'clef' && mark.onsetTicks === 0 && mark.staff === staff,
    );
    const isLow = staff > 1 || (staves === 1 && score.notes[0]?.side === 'left');
    return clefElement(build, written ?? { staff, ...(isLow ? BASS : TREBLE) }, staves > 1);
  });
};

const attributesElement = (sheet: Sheet, bar: Bar, before: Bar | undefined): Element | undefined => {
  const { build, score, staves } = sheet;
  const newKey = !before || before.key.fifths !== bar.key.fifths || before.key.mode !== bar.key.mode;
  const newMetre = !before || before.metre.beats !== bar.metre.beats || before.metre.beatType !== bar.metre.beatType;
  const content: Content[] = [
    before ? undefined : build('divisions', {}, score.ticksPerQuarter),
    newKey ? build('key', {}, build('fifths', {}, bar.key.fifths), build('mode', {}, bar.key.mode)) : undefined,
    newMetre
      ? build('time', {}, build('beats', {}, bar.metre.beats), build('beat-type', {}, bar.metre.beatType))
      : undefined,
    !before && staves > 1 ? build('staves', {}, staves) : undefined,
    ...(before ? [] : firstClefs(sheet)),
  ];
  return content.some((part) => part !== undefined) ? build('attributes', {}, ...content) : undefined;
};

const direction = (build: Build, type: Element, offset: number, staff: number | undefined, more?: Element): Element =>
  build(
    'direction',
    {},
    build('direction-type', {}, type),
    offset === 0 ? undefined : build('offset', {}, offset),
    staff === undefined ? undefined : build('staff', {}, staff),
    more,
  );

const OCTAVE_SIZES = ['8', '8', '15', '22'];

/** A mark at its place in the bar. Directions stand before the notes with an offset; clefs stand where they are read. */
const markElement = (sheet: Sheet, mark: Mark, offset: number): Element | undefined => {
  const { build } = sheet;
  const staffOf = (staff: number): number | undefined => (sheet.staves > 1 ? staff : undefined);
  switch (mark.kind) {
    case 'tempo': {
      const { quartersPerMinute } = mark;
      const metronome = build(
        'metronome',
        {},
        build('beat-unit', {}, 'quarter'),
        build('per-minute', {}, quartersPerMinute),
      );
      return direction(build, metronome, offset, undefined, build('sound', { tempo: String(quartersPerMinute) }));
    }
    case 'dynamic':
      return direction(build, build('dynamics', {}, build(mark.text)), offset, staffOf(mark.staff));
    case 'pedal':
      return direction(build, build('pedal', { type: mark.down ? 'start' : 'stop' }), offset, undefined);
    case 'octave-shift': {
      const type = mark.octaves > 0 ? 'down' : mark.octaves < 0 ? 'up' : 'stop';
      const size = OCTAVE_SIZES[Math.abs(mark.octaves)] ?? '8';
      return direction(build, build('octave-shift', { type, size }), offset, staffOf(mark.staff));
    }
    case 'second-time-octave': {
      const words = mark.octaves > 0 ? 'second time an octave higher' : 'second time an octave lower';
      return direction(build, build('words', {}, words), offset, staffOf(mark.staff));
    }
    case 'clef':
      return undefined;
  }
};

const barlineElements = (
  { build, score }: Sheet,
  bar: Bar,
): { left: Element | undefined; right: Element | undefined } => {
  const [before, after] = [score.bars[bar.index - 1], score.bars[bar.index + 1]];
  const name = (of: Bar | undefined): string => of?.endings.join(', ') ?? '';
  const here = name(bar);
  const starts = here !== '' && (name(before) !== here || (before?.repeatEnd ?? 0) > 0);
  const stops = here !== '' && (name(after) !== here || bar.repeatEnd > 0);
  const left: Content[] = [
    bar.repeatStart ? build('bar-style', {}, 'heavy-light') : undefined,
    starts ? build('ending', { number: here, type: 'start' }) : undefined,
    bar.repeatStart ? build('repeat', { direction: 'forward' }) : undefined,
  ];
  const times: Record<string, string> = bar.repeatEnd > 2 ? { times: String(bar.repeatEnd) } : {};
  const right: Content[] = [
    bar.repeatEnd > 0 || !after
      ? build('bar-style', {}, 'light-heavy')
      : bar.doubleBarline
        ? build('bar-style', {}, 'light-light')
        : undefined,
    stops ? build('ending', { number: here, type: bar.repeatEnd > 0 || after ? 'stop' : 'discontinue' }) : undefined,
    bar.repeatEnd > 0 ? build('repeat', { direction: 'backward', ...times }) : undefined,
  ];
  const barline = (location: string, content: readonly Content[]): Element | undefined =>
    content.some((part) => part !== undefined) ? build('barline', { location }, ...content) : undefined;
  return { left: barline('left', left), right: barline('right', right) };
};

/** Signs of a bar as they are printed, and what a player makes of them. */
const SIGN_FORMS: Readonly<
  Record<RoadSign, { readonly type: string; readonly words?: string; readonly sound: string }>
> = {
  segno: { type: 'segno', sound: 'segno' },
  coda: { type: 'coda', sound: 'coda' },
  'to-coda': { type: 'words', words: 'To Coda', sound: 'tocoda' },
  fine: { type: 'words', words: 'Fine', sound: 'fine' },
  'da-capo': { type: 'words', words: 'D.C.', sound: 'dacapo' },
  'dal-segno': { type: 'words', words: 'D.S.', sound: 'dalsegno' },
};

const signElement = ({ build }: Sheet, sign: RoadSign): Element => {
  const { type, words, sound } = SIGN_FORMS[sign];
  const value = ['fine', 'da-capo'].includes(sign) ? 'yes' : sign.replace(/^(to|dal)-/, '');
  return direction(
    build,
    words === undefined ? build(type) : build(type, {}, words),
    0,
    undefined,
    build('sound', { [sound]: value }),
  );
};

const signElements = (sheet: Sheet, { signs, rehearsal }: Bar): { before: Element[]; after: Element[] } => {
  const written = (which: boolean): Element[] =>
    signs.filter((sign) => isAtBeginning(sign) === which).map((sign) => signElement(sheet, sign));
  const { build } = sheet;
  const mark = rehearsal === '' ? [] : [direction(build, build('rehearsal', {}, rehearsal), 0, undefined)];
  return { before: [...mark, ...written(true)], after: written(false) };
};

const measureElement = (sheet: Sheet, bar: Bar, lines: readonly WrittenLine[]): Element => {
  const { build, score } = sheet;
  const barlines = barlineElements(sheet, bar);
  const signs = signElements(sheet, bar);
  const end = bar.onsetTicks + bar.lengthTicks;
  const isLast = bar.index === score.bars.length - 1;
  const marks = score.marks.filter(
    ({ onsetTicks }) => onsetTicks >= bar.onsetTicks && (onsetTicks < end || (isLast && onsetTicks === end)),
  );
  const accidentals = new Map<number, BarAccidentals>();
  const memoryOf = (staff: number): BarAccidentals => {
    const memory = accidentals.get(staff) ?? accidentalsIn(bar.key.fifths);
    accidentals.set(staff, memory);
    return memory;
  };
  return build(
    'measure',
    { number: String(bar.number), ...(bar.index === 0 && bar.number === 0 ? { implicit: 'yes' } : {}) },
    barlines.left,
    attributesElement(sheet, bar, score.bars[bar.index - 1]),
    ...signs.before,
    ...marks.map((mark) => markElement(sheet, mark, mark.onsetTicks - bar.onsetTicks)),
    ...lines.flatMap((line, index) =>
      lineElements(sheet, line, {
        bar,
        accidentals: memoryOf(line.staff),
        back: index === 0 ? 0 : bar.lengthTicks,
        clefs:
          lines[index - 1]?.staff === line.staff
            ? []
            : marks.filter(
                (mark): mark is ClefMark => mark.kind === 'clef' && mark.staff === line.staff && mark.onsetTicks > 0,
              ),
      }),
    ),
    ...signs.after,
    barlines.right,
  );
};

/** As MusicXML 4.0 gives it. */
const DOCTYPE =
  'score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd"';

/**
 * Writes a score as a MusicXML 4.0 document of one piano part: for music that did not come as MusicXML. Reading it again
 * gives the same score, with ids of its own unless `named` keeps those it has (they must be names in XML).
 */
export const composeMusicXml = (score: Score, named = false): MusicXmlDocument => {
  const { dom, root } = newDocument('score-partwise', DOCTYPE, { version: '4.0' });
  const build = buildBeside(root);
  const bars = writeDown(score);
  const sheet: Sheet = { score, staves: stavesOf(score), build, slurs: slurNumbers(score, bars), named };
  append(root, build('work', {}, build('work-title', {}, score.title)));
  if (score.composer !== '')
    append(root, build('identification', {}, build('creator', { type: 'composer' }, score.composer)));
  append(
    root,
    build('part-list', {}, build('score-part', { id: 'P1' }, build('part-name', { 'print-object': 'no' }, 'Piano'))),
  );
  append(root, build('part', { id: 'P1' }, ...bars.map(({ bar, lines }) => measureElement(sheet, bar, lines))));
  return { dom, root, layout: 'partwise' };
};
