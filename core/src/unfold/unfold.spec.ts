import fc from 'fast-check';
import { demoPieces } from '../../testing/demo';
import { engravedPlaying } from '../../testing/engraver';
import { line } from '../../testing/line';
import { composeMusicXml, parseMusicXml, readScore, serializeMusicXml } from '../formats/musicxml';
import { readAbc, writeAbc } from '../formats';
import type { Bar, Score } from '../score/score';
import { playOrder, unfolded, writtenOctaves } from '.';

type Said = Partial<Pick<Bar, 'repeatStart' | 'repeatEnd' | 'endings' | 'signs'>>;

/** A piece of one whole note a bar, with what is said about the order of its bars. */
const piece = (said: readonly Said[]): Score => {
  const score = line(said.map((_, at) => `${'CDEFGAB'[at % 7]!}4/4`).join(' | '));
  return { ...score, bars: score.bars.map((bar, at) => ({ ...bar, ...said[at] })) };
};

const START = { repeatStart: true };
const END = { repeatEnd: 2 };
const sign = (...signs: Bar['signs']): Said => ({ signs });
const ending = (...numbers: readonly number[]): Said => ({ endings: numbers });
const PLAIN: Said = {};

const CASES: Readonly<Record<string, readonly [readonly Said[], string]>> = {
  'a repeat from the beginning': [[PLAIN, END, PLAIN], '0 1 0 1 2'],
  'two repeats': [[START, END, START, END, PLAIN], '0 1 0 1 2 3 2 3 4'],
  'three times': [[START, { repeatEnd: 3 }, PLAIN], '0 1 0 1 0 1 2'],
  'two endings': [[START, { ...ending(1), ...END }, ending(2), PLAIN], '0 1 0 2 3'],
  'one ending for two times and another': [[START, { ...ending(1, 2), ...END }, ending(3), PLAIN], '0 1 0 1 0 2 3'],
  'a last ending that repeats nothing': [[START, { ...ending(1), ...END }, { ...ending(2), ...END }, PLAIN], '0 1 0 2 3'],
  'two passages with endings': [
    [START, { ...ending(1), ...END }, ending(2), START, { ...ending(1), ...END }, ending(2)],
    '0 1 0 2 3 4 3 5',
  ],
  'D.C. al Fine, its repeat not taken again': [
    [START, END, sign('fine'), PLAIN, sign('da-capo')],
    '0 1 0 1 2 3 4 0 1 2',
  ],
  'D.C. takes the last ending': [
    [START, { ...ending(1), ...END }, ending(2), sign('fine'), sign('da-capo')],
    '0 1 0 2 3 4 0 2 3',
  ],
  'Fine in the last ending': [
    [START, { ...ending(1), ...END }, { ...ending(2), ...sign('fine') }, PLAIN, sign('da-capo')],
    '0 1 0 2 3 4 0 2',
  ],
  'D.S. al Fine': [
    [PLAIN, { ...START, ...sign('segno') }, END, sign('fine'), PLAIN, sign('dal-segno')],
    '0 1 2 1 2 3 4 5 1 2 3',
  ],
  'D.S. al Coda': [
    [PLAIN, sign('segno'), sign('to-coda'), sign('dal-segno'), sign('coda'), PLAIN],
    '0 1 2 3 1 2 4 5',
  ],
  'D.C. al Coda': [[PLAIN, sign('to-coda'), PLAIN, sign('da-capo'), sign('coda'), PLAIN], '0 1 2 3 0 1 4 5'],
  'D.C. without an end in between': [[START, END, PLAIN, sign('da-capo')], '0 1 0 1 2 3 0 1 2 3'],
};

const readXml = (document: string): Score => {
  const parsed = parseMusicXml(document);
  if (parsed.kind === 'error') throw new Error(JSON.stringify(parsed.error));
  const score = readScore(parsed.value);
  if (score.kind === 'error') throw new Error(JSON.stringify(score.error));
  return score.value;
};

const readTune = (source: string): Score => {
  const read = readAbc(source);
  if (read.kind !== 'ok') throw new Error(JSON.stringify(read.error));
  return read.value.score;
};

const orderOf = (score: Score): string =>
  playOrder(score.bars)
    .map(({ bar }) => bar)
    .join(' ');

/** As the engraver plays it: Verovio's own expansion of repeats, from the document that we write. */
const asEngraved = async (score: Score): Promise<void> => {
  const document = composeMusicXml(score, true);
  const played = await engravedPlaying(serializeMusicXml(document));
  const ours = unfolded(score).score;
  expect(
    played.map(({ id, pass, quarters }) => `${id} ${pass} ${quarters}`).sort(),
  ).toEqual(
    ours.notes
      .map(({ id, onsetTicks }) => {
        const [written, pass = '1'] = id.split('\t');
        return `${written} ${pass} ${onsetTicks / ours.ticksPerQuarter}`;
      })
      .sort(),
  );
};

describe('the order in which bars are played', () => {
  // The expected orders are common practice; the engraver (Verovio) says the same of each.
  it.each(Object.entries(CASES))('%s', async (_, [said, order]) => {
    const score = piece(said);
    expect(orderOf(score)).toBe(order);
    await asEngraved(score);
  });

  it('goes back to where the last repeat ended where no sign says where to: ABC 2.1, section 4.8', () => {
    expect(orderOf(readTune('X:1\nT:Two parts\nM:4/4\nL:1/4\nK:C\nCDEF :| GABc :|\n'))).toBe('0 0 1 1');
  });

  it('is the engraver’s for every demo piece', async () => {
    for (const { bytes } of demoPieces()) await asEngraved(readXml(new TextDecoder().decode(bytes)));
  });

  it('ends, whatever the signs: every bar it plays is there, and passes count up', () => {
    const said = fc.record({
      repeatStart: fc.boolean(),
      repeatEnd: fc.constantFrom(0, 0, 2, 3),
      endings: fc.constantFrom([], [], [1], [2], [1, 2], [3]),
      signs: fc.uniqueArray(
        fc.constantFrom('segno' as const, 'coda' as const, 'to-coda' as const, 'fine' as const, 'da-capo' as const, 'dal-segno' as const),
        { maxLength: 2 },
      ),
    });
    fc.assert(
      fc.property(fc.array(said, { minLength: 1, maxLength: 12 }), (all) => {
        const { bars } = piece(all);
        const counts = new Map<number, number>();
        for (const { bar, pass } of playOrder(bars)) {
          expect(bars[bar]).toBeDefined();
          expect(pass).toBe((counts.get(bar) ?? 0) + 1);
          counts.set(bar, pass);
        }
      }),
    );
  });
});

describe('an unfolded piece', () => {
  it('keeps every note of a piece that is played straight on', () => {
    const score = piece([PLAIN, PLAIN]);
    expect(unfolded(score).score).toBe(score);
  });

  it('ends a note that is tied over a repeat where the music goes elsewhere', () => {
    const plain = piece([PLAIN, END, PLAIN]);
    const tied = {
      ...plain,
      notes: plain.notes.map((note) => (note.bar === 1 ? { ...note, durationTicks: 6 * plain.ticksPerQuarter } : note)),
    };
    const { notes } = unfolded(tied).score;
    expect(notes.map(({ durationTicks }) => durationTicks / plain.ticksPerQuarter)).toEqual([4, 4, 4, 6, 4]);
  });

  it('sounds an octave higher the second time where that is written, for the hand of its staff', () => {
    const plain = piece([START, { ...END }, PLAIN]);
    const score: Score = {
      ...plain,
      marks: [{ kind: 'second-time-octave', onsetTicks: plain.bars[0]!.onsetTicks, staff: 1, octaves: 1 }],
    };
    const octaves = writtenOctaves(score);
    expect(octaves).toMatchObject([{ bars: [0, 1], pass: 2, octaves: 1 }]);
    expect(unfolded(score, octaves).score.notes.map(({ midi }) => midi)).toEqual([60, 62, 72, 74, 64]);
  });

  it('brings the tempo of the place it goes back to', () => {
    const plain = piece([START, END, PLAIN]);
    const [first, second] = plain.bars;
    const score: Score = {
      ...plain,
      marks: [
        { kind: 'tempo', onsetTicks: first!.onsetTicks, quartersPerMinute: 60 },
        { kind: 'tempo', onsetTicks: second!.onsetTicks, quartersPerMinute: 120 },
      ],
    };
    const tempi = unfolded(score).score.marks.map((mark) => (mark.kind === 'tempo' ? mark.quartersPerMinute : 0));
    expect(tempi).toEqual([60, 120, 60, 60, 120]);
  });

  it('comes through MusicXML and ABC with its signs, rehearsal marks and double bar lines', () => {
    const plain = piece([sign('segno'), { ...END }, sign('fine'), sign('dal-segno')]);
    const score = {
      ...plain,
      bars: plain.bars.map((bar) => ({ ...bar, rehearsal: bar.index === 2 ? 'B' : '', doubleBarline: bar.index === 2 })),
    };
    const roads = ({ bars }: Score) => bars.map(({ signs, rehearsal, doubleBarline }) => [signs, rehearsal, doubleBarline]);
    expect(roads(readXml(serializeMusicXml(composeMusicXml(score))))).toEqual(roads(score));
    expect(roads(readTune(writeAbc(score)))).toEqual(roads(score));
  });

  it('reads words that nothing tells the meaning of', () => {
    const document = serializeMusicXml(composeMusicXml(piece([sign('fine'), PLAIN, sign('da-capo')])));
    const silent = document.replace(/<sound (fine|dacapo)="yes"\/>/g, '').replace('D.C.', 'D.C. al Fine');
    expect(orderOf(readXml(silent))).toBe('0 1 2 0');
  });
});
