import { demoPieces } from '../../testing/demo';
import { bothLines } from '../../testing/both-lines';
import { openScore } from '../../testing/musicxml';
import { createPlanner } from '../plan/planner';
import { DEFAULT_HANDS } from '../hand/hand';
import { handsTogether } from '../together';
import { listen, PLAYING_WAYS, simulatePlaying, withReasons, wordSlip, type Performance, type Slip } from '.';

/** What a slip is about, for holding what is heard against what was done. */
const nameOf = (slip: Slip): string => {
  const place = `${slip.kind} ${slip.bar}/${slip.pass} ${slip.beat.toFixed(2)}`;
  switch (slip.kind) {
    case 'wrong':
      return `${place} ${slip.noteId} ${slip.played}`;
    case 'missed':
    case 'let-go':
      return `${place} ${slip.noteId}`;
    case 'added':
      return `${place} ${slip.played}`;
    case 'apart':
      return `${place} ${slip.late}`;
    default:
      return place;
  }
};

const demoScores = demoPieces().map(({ bytes }) => openScore(bytes).score);

describe('listening to demo pieces', () => {
  const PERFORMANCES = 500;
  // One fault in the first half, two at once in the second.
  const waysOf = (seed: number) => {
    const first = PLAYING_WAYS[Math.floor(seed / demoScores.length) % PLAYING_WAYS.length]!;
    return seed < PERFORMANCES / 2 ? [first] : [first, PLAYING_WAYS[1 + ((seed * 7) % (PLAYING_WAYS.length - 1))]!];
  };

  it('finds 99 of 100 things that the simulated player did, and tells less than 1 of 100 that it did not', () => {
    let [done, found, told, untrue] = [0, 0, 0, 0];
    for (let seed = 0; seed < PERFORMANCES; seed += 1) {
      const score = demoScores[seed % demoScores.length]!;
      const tempo = 0.6 + (seed % 5) * 0.1;
      const { performance, slips } = simulatePlaying(score, { ways: waysOf(seed), seed, extent: 'whole', tempo });
      const [truth, heard] = [slips.map(nameOf), listen(score, 'whole', performance).slips.map(nameOf)];
      done += truth.length;
      found += truth.filter((name) => heard.includes(name)).length;
      told += heard.length;
      untrue += heard.filter((name) => !truth.includes(name)).length;
    }
    expect(done).toBeGreaterThan(2000);
    expect(found / done).toBeGreaterThanOrEqual(0.99);
    expect(untrue / told).toBeLessThan(0.01);
  });

  it('hears nothing amiss in a steady playing, and its tempo', () => {
    for (const score of demoScores) {
      const { performance } = simulatePlaying(score, { ways: ['steady'], seed: 3, extent: 'whole', tempo: 0.8 });
      const hearing = listen(score, 'whole', performance);
      expect(hearing).toMatchObject({ isLike: true, slips: [] });
      expect(hearing.right).toBe(hearing.expected);
    }
  });

  it('plays the same for the same seed', () => {
    const wish = { ways: PLAYING_WAYS, seed: 11, extent: 'whole', tempo: 1 } as const;
    expect(simulatePlaying(demoScores[0]!, wish)).toEqual(simulatePlaying(demoScores[0]!, wish));
  });
});

describe('listening to a line', () => {
  // Four quarters a bar, one a second.
  const score = bothLines('C4/1 D4/1 E4/1 F4/1 | G4/1 F4/1 E4/1 D4/1 | C4/4', '[C3 E3]/4 | [B2 F3]/4 | [C3 E3]/4', {
    quartersPerMinute: 60,
  });
  const midis = [60, 62, 64, 65, 67, 65, 64, 62, 60];
  const chords = [
    [48, 52],
    [47, 53],
    [48, 52],
  ];
  const steady: Performance = [
    ...midis.map((midi, at) => ({ midi, onMs: at * 1000, offMs: at * 1000 + (at === 8 ? 3800 : 900) })),
    ...chords.flatMap((keys, bar) => keys.map((midi) => ({ midi, onMs: bar * 4000, offMs: bar * 4000 + 3800 }))),
  ];
  const changed = (change: (note: Performance[number]) => Performance[number] | undefined): Performance =>
    steady.flatMap((note) => change(note) ?? []);
  const heard = (performance: Performance) => listen(score, 'whole', performance);

  it('tells the tempo of each beat', () => {
    const { tempo, tempi, from, until } = heard(steady);
    expect(tempo).toBeCloseTo(60);
    expect(tempi.every(({ quartersPerMinute }) => Math.abs(quartersPerMinute - 60) < 0.01)).toBe(true);
    expect(from).toEqual({ bar: 0, pass: 1, beat: 1 });
    expect(until).toEqual({ bar: 2, pass: 1, beat: 1 });
  });

  it('tells a neighbour’s key from a note left out and from one too many', () => {
    expect(heard(changed((note) => (note.midi === 67 ? { ...note, midi: 69 } : note))).slips).toMatchObject([
      { kind: 'wrong', bar: 1, beat: 1, midi: 67, played: 69 },
    ]);
    expect(heard(changed((note) => (note.midi === 67 ? undefined : note))).slips).toMatchObject([
      { kind: 'missed', bar: 1, beat: 1, midi: 67 },
    ]);
    expect(heard([...steady, { midi: 70, onMs: 4500, offMs: 4600 }]).slips).toMatchObject([
      { kind: 'added', bar: 1, beat: 1, played: 70 },
    ]);
  });

  it('tells where the pulse stood still, in beats', () => {
    const later = (ms: number): number => (ms >= 5950 ? ms + 1500 : ms);
    const { slips } = heard(changed((note) => ({ ...note, onMs: later(note.onMs), offMs: later(note.offMs) })));
    expect(slips).toMatchObject([{ kind: 'halt', bar: 1, beat: 3 }]);
    const [halt] = slips;
    expect(halt?.kind === 'halt' && halt.beats).toBeCloseTo(1.5, 1);
  });

  it('tells a hand that comes late, and a key let go early', () => {
    const late = changed((note) => (note.midi === 47 || note.midi === 53 ? { ...note, onMs: note.onMs + 120 } : note));
    expect(heard(late).slips).toMatchObject([{ kind: 'apart', bar: 1, beat: 1, late: 'left' }]);
    const early = changed((note) => (note.midi === 53 ? { ...note, offMs: note.onMs + 1000 } : note));
    expect(heard(early).slips).toMatchObject([{ kind: 'let-go', bar: 1, midi: 53, heldMs: 1000 }]);
  });

  it('tells a new start, and what was made good by it is not missing', () => {
    const again = steady.filter(({ onMs }) => onMs < 6000);
    const rest = steady.filter(({ onMs }) => onMs >= 4000);
    const after = rest.map((note) => ({ ...note, onMs: note.onMs + 3500, offMs: note.offMs + 3500 }));
    expect(heard([...again, ...after]).slips).toMatchObject([
      { kind: 'restart', bar: 1, beat: 1, reached: { bar: 1, beat: 2 } },
    ]);
  });

  it('hears a part of the piece as that part, and one hand by itself as a missing other', () => {
    const first = listen(
      score,
      [1, 1],
      changed((note) => (note.onMs >= 4000 && note.onMs < 8000 ? note : undefined)),
    );
    expect(first).toMatchObject({ isLike: true, slips: [], expected: 6, right: 6 });
    const stops = heard(changed((note) => (note.onMs < 8000 ? note : undefined)));
    expect(stops.until).toEqual({ bar: 1, pass: 1, beat: 4 });
  });

  it('listens to one hand by itself, and misses nothing of the other', () => {
    const left = changed((note) => (note.midi < 60 ? note : undefined));
    expect(listen(score, 'whole', left, ['left'])).toMatchObject({ isLike: true, slips: [], expected: 6, right: 6 });
    const { performance } = simulatePlaying(score, {
      ways: ['steady'],
      seed: 1,
      extent: 'whole',
      tempo: 1,
      sides: ['right'],
    });
    expect(performance.map(({ midi }) => midi)).toEqual(midis);
    expect(listen(score, 'whole', performance, ['right']).slips).toEqual([]);
    expect(listen(score, 'whole', performance, []).expected).toBe(0);
  });

  it('says it as a teacher would', () => {
    const words = (performance: Performance): readonly string[] =>
      heard(performance).slips.map((slip) => wordSlip(score, slip));
    const played = (midi: number, other: number): Performance =>
      changed((note) => (note.midi === midi ? { ...note, midi: other } : note));
    expect(words(played(67, 69))).toEqual(['A in place of G']);
    expect(words(played(67, 79))).toEqual(['G an octave too high']);
    expect(words(changed((note) => (note.midi === 67 ? undefined : note)))).toEqual(['G was left out']);
    const late = changed((note) => (note.midi === 47 || note.midi === 53 ? { ...note, onMs: note.onMs + 118 } : note));
    expect(words(late)).toEqual(['the left hand came 120 ms late']);
  });

  it('tells whether trouble was expected where it came', () => {
    const plan = createPlanner(DEFAULT_HANDS).plan(score, { locks: new Map(), alternatives: 0 });
    const { beats } = handsTogether(score, plan);
    const hardest = beats.reduce((best, one) => (one.difficulty > best.difficulty ? one : best));
    const halt = { kind: 'halt', ms: 900, beats: 0.9, bar: hardest.bar, pass: 1, beat: hardest.beat + 0.5 } as const;
    const easy = { ...halt, bar: 2, beat: 3 };
    const [first, second] = withReasons([halt, easy], [{ ...hardest, difficulty: 3 }]);
    expect(first!.why).toEqual(hardest.parts.map(({ why }) => why));
    expect(second!.why).toEqual([]);
  });

  it('does not take another piece for this one, nor silence', () => {
    const other = steady.map((note, at) => ({ ...note, midi: 90 - ((at * 5) % 13) }));
    expect(heard(other).isLike).toBe(false);
    expect(heard([])).toMatchObject({ isLike: false, slips: [], expected: 0, tempo: null });
  });
});
