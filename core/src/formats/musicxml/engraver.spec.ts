import fc from 'fast-check';
import { demoPieces } from '../../../testing/demo';
import { engravedTimes } from '../../../testing/engraver';
import { openScore, type Opened } from '../../../testing/musicxml';
import { scores } from '../../../testing/scores';
import type { Note } from '../../score/score';
import { composeMusicXml } from './compose';
import { correctMusic, type Correction } from './corrections';
import { serializeMusicXml } from './document';

/** Where a note stands in time: its bar, and quarters from the bar's start. */
interface Place {
  readonly bar: number;
  readonly quarters: number;
}

/** The notes as the core reads them: struck, and without grace notes. */
const placesOf = ({ score }: Opened): ReadonlyMap<string, Place> =>
  new Map(
    score.notes
      .filter(({ graceIndex }) => graceIndex === null)
      .map(({ id, bar, onsetTicks }) => [
        id,
        { bar, quarters: (onsetTicks - score.bars[bar]!.onsetTicks) / score.ticksPerQuarter },
      ]),
  );

/** Whether the length of each bar can be compared: a rest of a whole bar has no length of its own for the engraver. */
const haveLength = (xml: string): readonly boolean[] =>
  xml
    .split('<measure ')
    .slice(1)
    .map((bar) => !bar.includes('measure="yes"'));

const expectAgreement = async (opened: Opened): Promise<void> => {
  const xml = serializeMusicXml(opened.document);
  const engraved = await engravedTimes(xml);
  const { notes, bars, ticksPerQuarter } = opened.score;
  const continuations = new Set(notes.flatMap(({ tiedIds }) => tiedIds));
  const graces = new Set(notes.filter(({ graceIndex }) => graceIndex !== null).map(({ id }) => id));
  const struck = [...engraved.notes].filter(([id]) => !continuations.has(id) && !graces.has(id));
  const rounded = (places: Iterable<readonly [string, Place]>): readonly string[] =>
    [...places].map(([id, { bar, quarters }]) => `${id}: bar ${bar}, ${quarters.toFixed(3)}`).sort();
  expect(rounded(struck)).toEqual(rounded(placesOf(opened)));

  expect(engraved.bars).toHaveLength(bars.length);
  const comparable = haveLength(xml);
  const lengths = (starts: readonly number[]): readonly string[] =>
    starts.slice(1).map((start, bar) => (comparable[bar] ? (start - starts[bar]!).toFixed(3) : 'no length'));
  expect(lengths(engraved.bars)).toEqual(lengths(bars.map(({ onsetTicks }) => onsetTicks / ticksPerQuarter)));
};

describe('the engraver and the core', () => {
  it.each(demoPieces())('agree on the notes of $name, when they begin, and how long bars are', async ({ bytes }) => {
    await expectAgreement(openScore(bytes));
  });

  // Without grace notes: the engraver takes their time from the note they adorn, and each its own way is right.
  it('agree on random scores', async () => {
    await fc.assert(
      fc.asyncProperty(scores({ plain: true }), async (score) => {
        await expectAgreement(openScore(serializeMusicXml(composeMusicXml(score))));
      }),
      { numRuns: 80 },
    );
  });

  it('agree on music after a few corrections', async () => {
    const corrections = fc.array(fc.tuple(fc.nat(1000), fc.constantFrom(...KINDS)), { minLength: 1, maxLength: 4 });
    await fc.assert(
      fc.asyncProperty(scores({ plain: true }), corrections, async (score, wanted) => {
        let xml = serializeMusicXml(openScore(serializeMusicXml(composeMusicXml(score))).document);
        for (const [at, kind] of wanted) {
          const { document, score: now } = openScore(xml);
          const made = correctMusic(document, correctionOf(kind, now.notes[at % now.notes.length]!, at));
          if (made.kind === 'ok') xml = serializeMusicXml(made.value.document);
        }
        await expectAgreement(openScore(xml));
      }),
      { numRuns: 60 },
    );
  });
});

const KINDS = ['pitch', 'length', 'hand', 'delete', 'add', 'insert-bar', 'delete-bar'] as const;

const correctionOf = (kind: (typeof KINDS)[number], note: Note, at: number): Correction => {
  const pitch = { step: 'G', alter: at % 2, octave: 3 + (at % 3) } as const;
  const value = { type: (['half', 'quarter', 'eighth'] as const)[at % 3]!, dots: 0, ratio: null };
  switch (kind) {
    case 'pitch':
      return { kind, noteId: note.id, pitch };
    case 'length':
      return { kind, noteId: note.id, value };
    case 'hand':
      return { kind, noteId: note.id, side: note.side === 'right' ? 'left' : 'right' };
    case 'delete':
      return { kind, noteId: note.id };
    case 'add':
      return { kind, bar: note.bar, side: note.side, atQuarters: at % 2, pitch, value };
    case 'insert-bar':
      return { kind, before: note.bar };
    case 'delete-bar':
      return { kind, bar: note.bar };
  }
};
