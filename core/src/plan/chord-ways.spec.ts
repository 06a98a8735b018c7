import { DEFAULT_HAND, bothHands, handOfSpan, type Hand, type Side } from '../hand/hand';
import { midiOf, parsePitch } from '../keyboard/pitch';
import { chordWays } from './chord-ways';
import { createPlanner } from './planner';

const ways = (names: string, side: Side = 'right', hand: Hand = DEFAULT_HAND) =>
  chordWays(
    createPlanner(bothHands(hand)),
    hand,
    side,
    names.split(' ').map((name) => midiOf(parsePitch(name)!)),
  );

describe('the ways to take a chord', () => {
  // Common practice, no source: root triads 1-3-5 and 5-3-1; a four-note octave chord 1-2-3-5, 5-4-2-1.
  it('begin with what every teacher knows', () => {
    expect(ways('C4 E4 G4')[0]!.fingers).toEqual([1, 3, 5]);
    expect(ways('C3 E3 G3', 'left')[0]!.fingers).toEqual([5, 3, 1]);
    expect(ways('C4 E4 G4 C5')[0]!.fingers).toEqual([1, 2, 3, 5]);
    expect(ways('C3 E3 G3 C4', 'left')[0]!.fingers).toEqual([5, 4, 2, 1]);
  });

  it('are all there, and those that cannot be played say why', () => {
    const all = ways('C4 E4 G4');
    expect(all).toHaveLength(10);
    const narrow = all.find(({ fingers }) => fingers.join('') === '345')!;
    expect(narrow.effort === null).toBe(narrow.beyond.length > 0);
    const efforts = all.flatMap(({ effort }) => effort ?? []);
    expect(efforts).toEqual([...efforts].sort((a, b) => a - b));
    expect(all[0]!.reaches.map(({ pair, mm }) => [pair, Math.round(mm)])).toEqual([
      ['1-3', 47],
      ['3-5', 47],
      ['1-5', 94],
    ]);
  });

  it('give an octave to a hand that spans it, and not to a child of 160 mm', () => {
    const child = ways('C4 C5', 'right', handOfSpan(160));
    expect(child.every(({ effort }) => effort === null)).toBe(true);
    expect(child[0]!.beyond.map(({ verdict }) => verdict)).toEqual(['out-of-reach']);
    expect(ways('C4 C5')[0]).toMatchObject({ fingers: [1, 5], verdict: 'easy' });
  });

  it('grow with the hand: what a smaller one takes, a larger one takes too', () => {
    for (const names of ['C4 G4 E5', 'D4 F#4 C5', 'E4 B4', 'C4 E4 G4 Bb4 D5'])
      for (const side of ['right', 'left'] as const) {
        const playable = [150, 170, 190, 212, 235].map(
          (span) => ways(names, side, handOfSpan(span)).filter(({ effort }) => effort !== null).length,
        );
        expect(playable).toEqual([...playable].sort((a, b) => a - b));
      }
  });
});
