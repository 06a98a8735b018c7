import { handbookChords, handbookRuns, melodicCases, type HandbookCase } from '../../testing/handbook';
import { finger, fingersOf, solve } from '../../testing/fingers';

interface Agreement {
  readonly cases: number;
  readonly notes: number;
}

/** Share of whole cases and of judged notes on which the engine agrees with the book. */
const agreement = (cases: readonly HandbookCase[]): Agreement => {
  let whole = 0;
  let right = 0;
  let judged = 0;
  for (const { score, side, accepted } of cases) {
    const fingers = fingersOf(score, solve(score, side));
    const wrong = fingers.filter((chosen, index) => accepted[index] && !accepted[index].includes(chosen)).length;
    const judgedHere = accepted.filter((row) => row !== null).length;
    judged += judgedHere;
    right += judgedHere - wrong;
    if (wrong === 0) whole += 1;
  }
  return { cases: whole / cases.length, notes: right / judged };
};

// The floors are what this version reaches; they are here so that it does not get worse unseen. docs/engine.md has the figures.
describe('agreement with handbooks and common practice', () => {
  // chord-fingerings.json: common practice, no published source.
  it('gives every block chord the fingers of common practice', () => {
    expect(agreement(handbookChords()).cases).toBe(1);
  });

  // melodic-cases.json: C.-L. Hanon, The Virtuoso Pianist (1873), no. 1, from memory; the others common practice, no source.
  it('fingers tunes as teachers commonly do: 25 of 26 whole, 98 % of notes', () => {
    const { cases, notes } = agreement(melodicCases());
    expect(cases).toBeGreaterThanOrEqual(25 / 26);
    expect(notes).toBeGreaterThan(0.98);
  });

  // scale- and arpeggio-fingerings.json: standard scale manuals, e.g. C.-L. Hanon (1873), from memory.
  it('takes four fifths of the notes of the handbook runs; passages solved alike are still to come', () => {
    const { cases, notes } = agreement(handbookRuns());
    expect(notes).toBeGreaterThan(0.79);
    expect(cases).toBeGreaterThan(0.44);
  });

  it.each(['C', 'G', 'D', 'F'])('has the handbook fingering of one octave of %s major, both hands', (tonic) => {
    const ours = handbookRuns().filter(({ id }) => id.startsWith(`major-scale-${tonic}-`) && id.includes('-1-up'));
    expect(ours).toHaveLength(2);
    expect(agreement(ours).cases).toBe(1);
  });
});

// Common practice, no source: what any teacher would say.
describe('what a teacher wants', () => {
  it.each([
    ['a five-finger tune stays in its position', 'rh: C4/1 D4 E4 F4 | G4 F4 E4 D4 | C4/4', '1 2 3 4 5 4 3 2 1'],
    ['the left hand is the mirror image', 'lh: C3/1 D3 E3 F3 | G3 F3 E3 D3 | C3/4', '5 4 3 2 1 2 3 4 5'],
    ['a repeated note is a hinge when the line goes on', 'rh: C4/1 E4 G4/2 | G4/1 A4 G4 E4 | D4/4', '1 3 5 4 5 4 2 1'],
    ['slow repeated notes keep their finger', 'rh: G4/1 G4 G4 G4 | E4 E4 C4/2', '5 5 5 5 3 3 1'],
    ['quick ones go down the fingers', 'rh: G4/1/4 G4 G4 G4 C5/1', '4 3 2 1 4'],
    [
      'at a rest the hand starts again',
      'rh: ( C4/1 D4 E4 F4 | G4/2 ) R/2 | ( C5/1 D5 E5 F5 | G5/4 )',
      '1 2 3 4 5 1 2 3 4 5',
    ],
    ['octaves are thumb and fifth', 'rh: [C4 C5]/1 [E4 E5] [G4 G5]', '1 5 1 5 1 5'],
  ])('%s', (_what, music, fingers) => {
    expect(finger(music)).toBe(fingers);
  });
});
