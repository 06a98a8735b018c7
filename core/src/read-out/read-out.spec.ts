import fc from 'fast-check';
import { bothLines } from '../../testing/both-lines';
import { line } from '../../testing/line';
import { DEFAULT_HANDS, type Finger } from '../hand/hand';
import { parsePitch, spokenName } from '../keyboard/pitch';
import { createPlanner } from '../plan/planner';
import type { Score } from '../score/score';
import { readOut, readOutText } from '.';
import { countWords, placedKey } from './words';

const planner = createPlanner(DEFAULT_HANDS);

const planOf = (score: Score, locks: ReadonlyMap<string, Finger> = new Map()) =>
  planner.plan(score, { locks, alternatives: 0 });

describe('a read-out', () => {
  const score = bothLines(
    'E4/1 F4 G4 E4 | C4 D4 E4/2 | D4/1 E4 F4 D4 | C4/2 R',
    '[C3 E3 G3]/4 | [C3 E3 G3] | [B2 F3 G3] | [C3 E3 G3]/2 R',
  );
  const text = readOutText(readOut(score, planOf(score), { sides: ['right', 'left'] }));

  it('begins with what one needs, and tells each hand note by note, with its fingers and counts', () => {
    expect(text).toContain('Four bars of four counts. White keys only. Right thumb on middle C');
    expect(text).toContain(
      'Bar one: the E above middle C with three, F with four, G with five, E with three, a count each.',
    );
    expect(text).toContain('Bar four: C with one, two counts; rest, two counts.');
  });

  it('says chords as one, and what comes again once', () => {
    expect(text).toContain(
      'Left hand. Bar one: the C below middle C with five, E with three and G with one, together, four counts. Bar two: again.',
    );
  });

  it('tells how the hand comes to a note where it moves, of one hand and some bars alone too', () => {
    const run = line('( F4/1/2 G4 A4 Bb4 C5 D5 E5 F5 ) | D5/1 E5 F5/2', { key: 'F' });
    const told = readOut(run, planOf(run), { sides: ['right'], bars: [0, 0] });
    expect(told.hands).toHaveLength(1);
    expect(told.hands[0]!.sentences).toHaveLength(1);
    expect(told.hands[0]!.sentences[0]).toContain('B flat with four, the thumb goes under to C, D with two');
    expect(told.together).toEqual([]);
  });

  it('never names another finger than the plan', () => {
    const names = fc.array(fc.constantFrom('C4', 'D4', 'Eb4', 'F4', 'F#4', 'G4', 'A4', 'C5', 'E5'), {
      minLength: 4,
      maxLength: 4,
    });
    const FINGER_WORDS = ['one', 'two', 'three', 'four', 'five'];
    fc.assert(
      fc.property(names, names, (first, second) => {
        const music = line(`${first[0]}/1 ${first.slice(1).join(' ')} | ${second.join(' ')}`);
        const plan = planOf(music);
        const [, secondBar = ''] = readOut(music, plan, { sides: ['right'] }).hands[0]!.sentences;
        const all = readOut(music, plan, { sides: ['right'] }).hands[0]!.sentences.join(' ');
        const said = [...all.matchAll(/with (one|two|three|four|five)|(the thumb goes under)/g)].map(([, finger]) =>
          finger ? FINGER_WORDS.indexOf(finger) + 1 : 1,
        );
        const planned = plan.hands.right.notes.map(({ finger }) => finger);
        const expected = /again|as bar/.test(secondBar) ? planned.slice(0, 4) : planned;
        expect(said).toEqual(expected);
      }),
      { numRuns: 40, seed: 2026 },
    );
  });
});

describe('words of a read-out', () => {
  it('name keys without signs, and say where on the keyboard they are', () => {
    const words = (name: string) => placedKey(parsePitch(name)!);
    expect(spokenName(parsePitch('Bb4')!)).toBe('B flat');
    expect(words('C4')).toBe('middle C');
    expect(words('E4')).toBe('the E above middle C');
    expect(words('C5')).toBe('the C above middle C');
    expect(words('D5')).toBe('the second D above middle C');
    expect(words('B3')).toBe('the B below middle C');
    expect(words('C3')).toBe('the C below middle C');
    expect(words('F#2')).toBe('the second F sharp below middle C');
  });

  it('say lengths in counts', () => {
    expect([1, 2, 0.5, 1.5, 1 / 3, 2.5].map(countWords)).toEqual([
      'a count',
      'two counts',
      'half a count',
      'a count and a half',
      'a third of a count',
      'two counts and half a count',
    ]);
  });

  it('says in which order bars are played where some come again', () => {
    const plain = bothLines('C4/4 | D4/4 | E4/4', 'R/4 | R | R');
    const score = { ...plain, bars: plain.bars.map((bar) => ({ ...bar, repeatEnd: bar.index === 1 ? 2 : 0 })) };
    expect(readOut(score, planOf(score), { sides: ['right'] }).opening).toContain(
      'Played in this order: bar one to bar two; then bar one to bar three.',
    );
    expect(readOut(plain, planOf(plain), { sides: ['right'] }).opening).not.toContain('order');
  });
});
