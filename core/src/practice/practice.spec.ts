import fc from 'fast-check';
import { bothLines } from '../../testing/both-lines';
import { DEFAULT_HANDS, type Finger } from '../hand/hand';
import { pitchName } from '../keyboard/pitch';
import { demoPieces } from '../../testing/demo';
import { openScore } from '../../testing/musicxml';
import { linksOf } from '../links';
import { withPedal } from '../pedal';
import { createPlanner } from '../plan/planner';
import type { Score } from '../score/score';
import { practiceSheet, type PracticeSheet } from '.';
import { said } from './lines';

const planner = createPlanner(DEFAULT_HANDS);

const sheetOf = (
  score: Score,
  fingers: Readonly<Partial<Record<'right' | 'left', string>>> = {},
): { readonly sheet: PracticeSheet; readonly fingerOf: ReadonlyMap<string, Finger | null> } => {
  const locks = new Map<string, Finger>();
  for (const side of ['right', 'left'] as const)
    fingers[side]?.split(' ').forEach((finger, at) => {
      const note = score.notes.filter((one) => one.side === side)[at];
      if (note) locks.set(note.id, Number(finger) as Finger);
    });
  const plan = planner.plan(score, { locks, alternatives: 0 });
  const planned = [...plan.hands.right.notes, ...plan.hands.left.notes];
  return { sheet: practiceSheet(score, plan), fingerOf: new Map(planned.map(({ id, finger }) => [id, finger])) };
};

const kinds = ({ steps }: PracticeSheet): readonly string[] => steps.map(({ kind, hand }) => `${kind} ${hand}`);

// Devices of practice: common practice, no source.
describe('a practice sheet', () => {
  const SILENT = 'R/4 | R';

  it('has the three stops of a thumb under and over it, and the thumb prepared early', () => {
    const { sheet } = sheetOf(
      bothLines('( F4/1/2 G4 A4 Bb4 C5 D5 E5 F5 ) | ( F5 E5 D5 C5 Bb4 A4 G4 F4 )', SILENT, { key: 'F' }),
      {
        right: '1 2 3 4 1 2 3 4 4 3 2 1 4 3 2 1',
      },
    );
    const words = sheet.steps.map((step) => step.words).join('\n');
    expect(words).toContain(
      'Stop on B flat(4), the thumb already over C. Stop on C(1), 2 over D. Stop on D(2). Until each stop is still at once.',
    );
    expect(words).toContain('While A(3) sounds, the thumb sets off; while B flat(4) sounds, it waits over C.');
    expect(words).toContain('Stop on C(1), 4 already over B flat. Stop on B flat(4), 3 over A. Stop on A(3).');
  });

  it('warns where a number now means another key, and has the hinge on the same key', () => {
    const { sheet } = sheetOf(bothLines('C4/1 D4 E4 F4 | G4 G4 A4 G4', SILENT), { right: '1 2 3 4 5 4 5 4' });
    const words = sheet.steps.map((step) => step.words);
    expect(
      words.some((one) =>
        one.startsWith('Careful: a number now means another key. G(4): 4 is G here, and was F before.'),
      ),
    ).toBe(true);
    expect(words.join(' ')).toContain('Read the note first, then the finger; say both, then play: G(4) A(5) G(4).');
    expect(words.some((one) => one.startsWith('Play G(5), then the same key with 4, G(4)'))).toBe(true);
  });

  it('has broken chords as blocks, then hands apart, a link, backwards, together, and the tempo last', () => {
    const score = bothLines(
      'E4/3 | F4 | D4 | C4',
      'C3/1/2 E3 G3 C3 E3 G3 | C3 F3 A3 C3 F3 A3 | B2 D3 G3 B2 D3 G3 | C3 E3 G3 C3/3/2',
      { beats: 6, beatType: 8, quartersPerMinute: 112 },
    );
    const { sheet } = sheetOf(score, {
      right: '3 4 2 1',
      left: '5 3 1 5 3 1 5 2 1 5 2 1 5 3 1 5 3 1 5 3 1 5',
    });
    expect(kinds(sheet)).toEqual([
      'block left',
      'apart right',
      'apart left',
      'stop-at-moves left',
      'hold right',
      'backwards both',
      'together both',
      'tempo both',
    ]);
    expect(sheet.steps[0]!.words).toContain('C(5) E(3) G(1); C(5) F(2) A(1); B(5) D(3) G(1)');
    expect(sheet.ladder.tempi.at(-1)).toBe(112);
  });

  it('never climbs past the tempo at which the jumps have time, and says which', () => {
    const score = bothLines('C4/1/4 C6/1/4 C4/1/4 C6/1/4 C4/3', SILENT, { quartersPerMinute: 160 });
    const { sheet } = sheetOf(score);
    expect(sheet.ladder.tempi.at(-1)).toBeLessThan(160);
    expect(sheet.steps.at(-1)!.words).toContain('Faster only when the jump in bar 1 has time.');
  });

  /** Every note, finger and bar that is named is the plan’s; and whatever stands as key(finger) in words is one of the notes. */
  const expectNoContradiction = (score: Score, { sheet, fingerOf }: ReturnType<typeof sheetOf>): void => {
    const byId = new Map(score.notes.map((note) => [note.id, note]));
    const all = [...sheet.steps, ...sheet.more];
    expect(new Set(all.map(({ key }) => key)).size).toBe(all.length);
    for (const { notes, words, check, strokes, bars } of all) {
      for (const note of notes) {
        const own = byId.get(note.id)!;
        expect([pitchName(note.pitch), note.bar, note.side, note.finger]).toEqual([
          pitchName(own.pitch),
          own.bar,
          own.side,
          fingerOf.get(note.id),
        ]);
        expect(note.bar >= bars[0] && note.bar <= bars[1]).toBe(true);
      }
      const told = [...`${words} ${check}`.matchAll(/[A-G](?: sharp| flat| double sharp| double flat)?\(\d\)/g)];
      expect(told.filter(([text]) => !notes.map(said).includes(text))).toEqual([]);
      expect(strokes.flat().every((note) => notes.includes(note))).toBe(true);
    }
  };

  it('never contradicts the plan, whatever the music', () => {
    const names = fc.array(fc.constantFrom('C4', 'D4', 'E4', 'F#4', 'G4', 'A4', 'B4', 'C5', 'D5', 'G5'), {
      minLength: 8,
      maxLength: 8,
    });
    const bars = (all: readonly string[]): string =>
      `${all[0]}/1 ${all.slice(1, 4).join(' ')} | ${all.slice(4).join(' ')}`;
    const lower = (name: string): string => name.replace(/\d/, (octave) => String(Number(octave) - 2));
    fc.assert(
      fc.property(names, names, (upper, under) => {
        const score = bothLines(bars(upper), bars(under.map(lower)));
        expectNoContradiction(score, sheetOf(score));
      }),
      { numRuns: 40, seed: 2026 },
    );
  });

  it.each(demoPieces())('never contradicts the plan of $name, with its links and its pedal', ({ bytes }) => {
    const { score: written } = openScore(bytes);
    const score = withPedal(written, [{ bars: [0, written.bars.length - 1], way: 'each-harmony' }]);
    const plan = planner.plan(score, { locks: new Map(), alternatives: 0 });
    const sheet = practiceSheet(score, plan, { links: linksOf(score, plan, planner) });
    const planned = [...plan.hands.right.notes, ...plan.hands.left.notes];
    expectNoContradiction(score, { sheet, fingerOf: new Map(planned.map(({ id, finger }) => [id, finger])) });
    expect(sheet.steps.some(({ words }) => words.startsWith('Pedal last'))).toBe(true);
  });

  it('has the link from the last bar back to the first where that is repeated', () => {
    const plain = bothLines('C4/1 D4 E4 F4 | G4/1 C5 E5 G5', SILENT);
    const score = { ...plain, bars: plain.bars.map((bar) => ({ ...bar, repeatEnd: bar.index === 1 ? 2 : 0 })) };
    const plan = planner.plan(score, { locks: new Map(), alternatives: 0 });
    const { steps } = practiceSheet(score, plan, { links: linksOf(score, plan, planner) });
    expect(steps.map(({ words }) => words).join(' ')).toContain('from bar 2 back to bar 1');
  });

  it('says under how many notes a long one is held, and where it is let go', () => {
    const { sheet } = sheetOf(bothLines('E4/1 F4 G4 E4 | C4/4', '[C3 E3 G3]/3 R/1 | C3/4'), {
      right: '3 4 5 3 1',
      left: '5 3 1 5',
    });
    const hold = sheet.steps.find(({ kind }) => kind === 'hold')!;
    expect(hold.words).toContain('C(5) E(3) G(1) stay down under E(3) F(4) G(5); let go on 4, where the rest begins.');
  });

  it('works on the spots the teacher puts first', () => {
    const score = bothLines(
      'C4/1 E4 G4 C5 | D4/4 | C4/1/2 D4 E4 F4 G4 A4 B4 C5',
      'C3/4 | G2/1 B2 D3 F3 | C3/1/2 B2 A2 G2 F2 E2 D2 C2',
    );
    const plan = planner.plan(score, { locks: new Map(), alternatives: 0 });
    const wish = { spots: { added: [{ bar: 1, words: '' }], dropped: [], order: [1] } };
    const backwards = practiceSheet(score, plan, wish).steps.find(({ kind }) => kind === 'backwards')!;
    expect(backwards.bars).toEqual([1, 1]);
  });

  it('is empty where nothing is played', () => {
    expect(
      practiceSheet(
        bothLines('R/4', 'R/4'),
        planner.plan(bothLines('R/4', 'R/4'), { locks: new Map(), alternatives: 0 }),
      ).steps,
    ).toEqual([]);
  });
});
