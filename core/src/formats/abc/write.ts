import {
  isAtBeginning,
  type Articulation,
  type Bar,
  type Mark,
  type Note,
  type OrnamentKind,
  type RoadSign,
  type Score,
} from '../../score/score';
import { ACCIDENTALS, keyText, letterText, lengthText as unitsText, metreText } from './signs';
import { accidentalsIn, type BarAccidentals } from '../notation/accidentals';
import { writeDown, type WrittenBar, type WrittenEvent, type WrittenLine, type WrittenNote } from '../notation/written';

/** Length that the header names as one unit (L:1/8). */
const UNIT_NAME = '1/8';

const BARS_TO_A_LINE = 4;

/** A length in the unit of the header: twice as many eighths as quarters; whole numbers only. */
const lengthText = (ticks: number, ticksPerQuarter: number): string =>
  unitsText(Math.round(ticks * 2), ticksPerQuarter);

const ARTICULATIONS: Partial<Record<Articulation, string>> = {
  staccato: 'staccato',
  staccatissimo: 'wedge',
  tenuto: 'tenuto',
  accent: 'accent',
  'strong-accent': 'marcato',
  'breath-mark': 'breath',
};

const ORNAMENTS: Partial<Record<OrnamentKind, string>> = {
  trill: 'trill',
  'short-trill': 'pralltriller',
  mordent: 'lowermordent',
  turn: 'turn',
  'inverted-turn': 'invertedturn',
};

const decoration = (name: string | undefined): string => (name === undefined ? '' : `!${name}!`);

/** Finger numbers as ABC writes them; a substitute follows the finger it replaces. Numbers that would also do are left out. */
const fingersText = ({ printed }: Note): string =>
  printed
    .filter(({ alternate }) => !alternate)
    .map(({ finger }) => decoration(String(finger)))
    .join('');

/** The sign of a note. Programs differ on whether one holds in other octaves: what either would miss is written. */
const signText = (accidentals: BarAccidentals, { pitch }: Note): string => {
  if (accidentals.inEveryOctave(pitch) === pitch.alter && accidentals.inOctave(pitch) === pitch.alter) return '';
  accidentals.set(pitch);
  return ACCIDENTALS[pitch.alter] ?? '';
};

interface Sheet {
  readonly score: Score;
  readonly slurStarts: ReadonlyMap<string, number>;
  readonly slurEnds: ReadonlyMap<string, number>;
}

/** How many slurs begin, or end, at each piece of a note. */
const countSlurs = (score: Score, end: 'fromId' | 'toId'): ReadonlyMap<string, number> => {
  const pieces = new Map(
    score.notes.flatMap(({ id, tiedIds }) => [id, ...tiedIds].map((own, piece) => [own, `${id} ${piece}`] as const)),
  );
  const counts = new Map<string, number>();
  for (const slur of score.slurs) {
    const piece = pieces.get(slur[end]);
    if (piece !== undefined) counts.set(piece, (counts.get(piece) ?? 0) + 1);
  }
  return counts;
};

const slursAt = (counts: ReadonlyMap<string, number>, notes: readonly WrittenNote[]): number =>
  notes.reduce((sum, { note, piece }) => sum + (counts.get(`${note.id} ${piece}`) ?? 0), 0);

const noteSigns = ({ note, piece }: WrittenNote): string => {
  if (piece > 0) return '';
  return [
    note.fermata ? decoration('fermata') : '',
    note.arpeggiated ? decoration('arpeggio') : '',
    note.ornament ? decoration(ORNAMENTS[note.ornament.kind]) : '',
    ...note.articulations.map((articulation) => decoration(ARTICULATIONS[articulation])),
  ].join('');
};

const headText = (written: WrittenNote, accidentals: BarAccidentals): string => {
  const fingers = written.piece === 0 ? fingersText(written.note) : '';
  return `${fingers}${signText(accidentals, written.note)}${letterText(written.note.pitch)}${written.tieStarts ? '-' : ''}`;
};

const chordText = (notes: readonly WrittenNote[], length: string, accidentals: BarAccidentals): string => {
  const [first] = notes;
  if (!first) return '';
  if (notes.length > 1) return `[${notes.map((written) => headText(written, accidentals)).join('')}]${length}`;
  // The length of a single note stands before its tie.
  const head = headText(first, accidentals);
  return first.tieStarts ? `${head.slice(0, -1)}${length}-` : head + length;
};

const eventText = (sheet: Sheet, event: WrittenEvent, accidentals: BarAccidentals): string => {
  const { ticksPerQuarter } = sheet.score;
  const ratio = event.value?.ratio;
  const plainTicks = ratio ? (event.ticks * ratio.actual) / ratio.normal : event.ticks;
  const length = lengthText(plainTicks, ticksPerQuarter);
  const tuplet = event.tupletStarts && ratio ? `(${ratio.actual}:${ratio.normal}:${event.tupletEvents}` : '';
  if (event.notes.length === 0) return `${tuplet}${event.hidden ? 'x' : 'z'}${length}`;
  const [first] = event.notes;
  if (first && first.note.graceIndex !== null)
    return `{${event.notes.map(({ note }) => signText(accidentals, note) + letterText(note.pitch)).join('')}}`;
  const starts = '('.repeat(slursAt(sheet.slurStarts, event.notes));
  const ends = ')'.repeat(slursAt(sheet.slurEnds, event.notes));
  const signs = [...new Set(event.notes.map(noteSigns))].join('');
  return `${starts}${tuplet}${signs}${chordText(event.notes, length, accidentals)}${ends}`;
};

type TempoMark = Extract<Mark, { kind: 'tempo' }>;

const tempoText = ({ quartersPerMinute }: TempoMark): string => `1/4=${Math.round(quartersPerMinute)}`;

/** A voice of the tune: one line of a voice of the score, bar by bar. */
interface TuneVoice {
  readonly name: string;
  readonly staff: number;
  readonly lines: ReadonlyMap<number, WrittenLine>;
  /** Marks of the staff are written in its first voice only. */
  readonly isFirst: boolean;
}

const voicesOf = (bars: readonly WrittenBar[]): readonly TuneVoice[] => {
  const voices = new Map<string, { staff: number; order: number; lines: Map<number, WrittenLine> }>();
  for (const { bar, lines } of bars) {
    const seen = new Map<string, number>();
    for (const line of lines) {
      // A voice that overlaps itself goes on in another.
      const again = seen.get(`${line.staff} ${line.voice}`) ?? 0;
      seen.set(`${line.staff} ${line.voice}`, again + 1);
      const key = `${line.staff} ${line.voice} ${again}`;
      const voice = voices.get(key) ?? { staff: line.staff, order: Number(line.voice) || 0, lines: new Map() };
      voice.lines.set(bar.index, line);
      voices.set(key, voice);
    }
  }
  const counts = new Map<number, number>();
  return [...voices.values()]
    .sort((a, b) => a.staff - b.staff || a.order - b.order)
    .map(({ staff, lines }) => {
      const count = (counts.get(staff) ?? 0) + 1;
      counts.set(staff, count);
      return {
        name: `${staff === 1 ? 'R' : 'L'}${staff > 2 ? staff : ''}${count}`,
        staff,
        lines,
        isFirst: count === 1,
      };
    });
};

const marksBefore = (sheet: Sheet, voice: TuneVoice, from: number, to: number): string => {
  if (!voice.isFirst) return '';
  return sheet.score.marks
    .filter(({ onsetTicks }) => onsetTicks >= from && onsetTicks < to)
    .map((mark) => {
      if (mark.kind === 'dynamic' && mark.staff === voice.staff) return decoration(mark.text);
      if (mark.kind === 'tempo' && voice.staff === 1 && mark.onsetTicks > 0) return `[Q:${tempoText(mark)}]`;
      return '';
    })
    .join('');
};

const musicText = (sheet: Sheet, voice: TuneVoice, bar: Bar): string => {
  const line = voice.lines.get(bar.index);
  if (!line) return `x${lengthText(bar.lengthTicks, sheet.score.ticksPerQuarter)}`;
  const accidentals = accidentalsIn(bar.key.fifths);
  let text = '';
  let marked = bar.onsetTicks;
  let beamed = false;
  for (const event of line.events) {
    const at = bar.onsetTicks + event.onsetTicks;
    // A mark is written before the first note at or after its time.
    const marks = event.notes.length > 0 ? marksBefore(sheet, voice, marked, at + 1) : '';
    if (event.notes.length > 0) marked = at + 1;
    const graces = event.ticks === 0;
    const joins = event.beams[0] === 'continue' || event.beams[0] === 'end';
    text += `${text === '' || (beamed && joins) ? '' : ' '}${marks}${eventText(sheet, event, accidentals)}`;
    beamed = joins || event.beams[0] === 'begin' || graces;
  }
  // Grace notes before one note share their braces.
  return text.replaceAll(/\} ?\{/g, '');
};

const changesText = (bar: Bar, before: Bar | undefined): string => {
  if (!before) return '';
  const key = keyText(bar.key) === keyText(before.key) ? '' : `[K:${keyText(bar.key)}]`;
  const metre = metreText(bar.metre) === metreText(before.metre) ? '' : `[M:${metreText(bar.metre)}]`;
  return key + metre;
};

const SIGNS: Readonly<Record<RoadSign, string>> = {
  segno: '!segno!',
  coda: '!coda!',
  'to-coda': '!dacoda!',
  fine: '!fine!',
  'da-capo': '!D.C.!',
  'dal-segno': '!D.S.!',
};

/** Signs over the beginning of a bar stand at the bar line before it, those over its end at its own. */
const signsText = ({ signs }: Bar, at: 'beginning' | 'end'): string =>
  signs
    .filter((sign) => isAtBeginning(sign) === (at === 'beginning'))
    .map((sign) => SIGNS[sign])
    .join('');

const barlineText = (bar: Bar, after: Bar | undefined): string => {
  const name = (of: Bar | undefined): string => of?.endings.join(',') ?? '';
  const endsEnding = name(bar) !== '' && name(after) !== name(bar);
  const close = bar.repeatEnd > 0 ? ':|' : !after ? '|]' : endsEnding || bar.doubleBarline ? '||' : '|';
  const startsEnding = after && name(after) !== '' && (name(after) !== name(bar) || bar.repeatEnd > 0);
  return `${close}${startsEnding ? name(after) : ''}${after?.repeatStart ? ' |:' : ''}`;
};

const voiceText = (sheet: Sheet, voice: TuneVoice, from: number): string => {
  const { bars } = sheet.score;
  const here = bars.slice(from, from + BARS_TO_A_LINE);
  const text = here
    .map((bar) => {
      const start = bar.index === 0 && bar.repeatStart ? '|: ' : '';
      const changes = changesText(bar, bars[bar.index - 1]);
      const part = bar.rehearsal === '' ? '' : `[P:${oneLine(bar.rehearsal.replace(/[[\]]/g, ' '))}]`;
      const [before, after] = [signsText(bar, 'beginning'), signsText(bar, 'end')];
      return `${start}${part}${changes}${before}${musicText(sheet, voice, bar)} ${after}${barlineText(bar, bars[bar.index + 1])}`;
    })
    .join(' ');
  return `[V:${voice.name}] ${text}`;
};

const clefText = (score: Score, staff: number): string => {
  const clef = score.marks.find((mark) => mark.kind === 'clef' && mark.onsetTicks === 0 && mark.staff === staff);
  if (clef?.kind === 'clef') return clef.sign === 'F' ? 'bass' : clef.sign === 'C' ? 'alto' : 'treble';
  return staff > 1 || score.notes.every(({ side }) => side === 'left') ? 'bass' : 'treble';
};

const oneLine = (text: string): string => text.replace(/[\s%]+/g, ' ').trim();

/** `%%score {(R1 R2) | (L1)}`: voices in parentheses share a staff, staves in braces belong to one player. */
const scoreText = (voices: readonly TuneVoice[]): string => {
  const staves = [...new Set(voices.map(({ staff }) => staff))].map((staff) => {
    const names = voices.filter((voice) => voice.staff === staff).map(({ name }) => name);
    return names.length > 1 ? `(${names.join(' ')})` : names.join('');
  });
  return staves.length > 1 ? `{${staves.join(' ')}}` : staves.join('');
};

/**
 * Writes a score as an ABC 2.1 tune: each voice with its name, the printed fingers of its notes as decorations. What ABC has
 * no sign for (numbers that would also do, octave lines, pedal) is left out.
 */
export const writeAbc = (score: Score): string => {
  const written = writeDown(score);
  const voices = voicesOf(written);
  const sheet: Sheet = {
    score,
    slurStarts: countSlurs(score, 'fromId'),
    slurEnds: countSlurs(score, 'toId'),
  };
  const [first] = score.bars;
  const tempo = score.marks.find((mark) => mark.kind === 'tempo');
  const header = [
    'X:1',
    `T:${oneLine(score.title)}`,
    ...(score.composer ? [`C:${oneLine(score.composer)}`] : []),
    `M:${first ? metreText(first.metre) : '4/4'}`,
    `L:${UNIT_NAME}`,
    ...(tempo?.kind === 'tempo' ? [`Q:${tempoText(tempo)}`] : []),
    `%%score ${scoreText(voices)}`,
    ...voices.map(({ name, staff }) => `V:${name} clef=${clefText(score, staff)}`),
    `K:${first ? keyText(first.key) : 'C'}`,
  ];
  const body: string[] = [];
  for (let from = 0; from < score.bars.length; from += BARS_TO_A_LINE)
    body.push(...voices.map((voice) => voiceText(sheet, voice, from)));
  return `${[...header, ...body].join('\n')}\n`;
};
