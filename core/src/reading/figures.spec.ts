import { line } from '../../testing/line';
import { likenessesIn, type LikeFigures } from './figures';

const found = (music: string, beats = 4): readonly LikeFigures[] => {
  const score = line(music, { beats });
  const strokes = score.notes.map(({ bar, onsetTicks, midi, pitch }) => ({
    bar,
    onsetTicks,
    keys: [{ midi, pitch, held: false }],
  }));
  return likenessesIn(score, strokes, () => true);
};

const written = (music: string, beats?: number): string[] =>
  found(music, beats).map(({ kind, figures }) => `${kind} ${figures.map((figure) => figure.join('.')).join(' ')}`);

// Learners learn one figure: common practice, no source.
describe('figures', () => {
  it('that come again are the same, also an octave apart', () => {
    expect(written('C4/1 E4 G4 E4 | D4 F4 B4 D4 | C5 E5 G5 E5')).toContain('same 0.1.2.3 8.9.10.11');
  });

  it('that move along the scale keep their contour, beat by beat', () => {
    const fours = 'G4/1/4 F4 E4 D4 F4 E4 D4 C4 E4 D4 C4 B3 D4 C4 B3 A3';
    expect(written(fours)).toEqual(['moved 0.1.2.3 4.5.6.7 8.9.10.11 12.13.14.15']);
  });

  it('that move over keys of other colours are alike by scale steps', () => {
    expect(written('G4/1/4 A4 G4 F#4 G4/1 | D4/1/4 E4 D4 C4 D4/1', 2)).toEqual(['moved 0.1.2.3.4 5.6.7.8.9']);
  });

  it('are none inside one position, where each key has its own finger', () => {
    expect(written('C4/1 D4 E4 | D4 E4 F4', 3)).toEqual([]);
  });

  it('are none where they make one scale together', () => {
    expect(written('C5/1 B4 A4 | G4 F4 E4 | D4 C4 B3', 3)).toEqual([]);
  });

  it('are none on one key', () => {
    expect(written('A4/1 A4 A4 A4 | G4 G4 G4 G4')).toEqual([]);
  });
});
