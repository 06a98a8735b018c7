import { createPlanner, DEFAULT_HANDS, secondsAt, type Score } from '@kettle-step/core';
import { demoPieces } from '../../../core/testing/demo';
import { line } from '../../../core/testing/line';
import { openScore } from '../../../core/testing/musicxml';
import { scheduleOf, type PlayOptions, type Schedule } from './schedule';

const planner = createPlanner(DEFAULT_HANDS);

const play = (score: Score, more: Partial<PlayOptions> = {}): Schedule =>
  scheduleOf(score, planner.plan(score, { locks: new Map(), alternatives: 0 }), {
    bars: [0, score.bars.length - 1],
    fromTicks: 0,
    tempo: 1,
    hands: { right: 'on', left: 'on' },
    countIn: false,
    metronome: false,
    stopAtMoves: false,
    ...more,
  });

const notesIn = ({ events }: Schedule) => events.flatMap((event) => (event.kind === 'note' ? [event] : []));
const clicksIn = ({ events }: Schedule) => events.flatMap((event) => (event.kind === 'click' ? [event] : []));

/** A demo piece over and over until it lasts five minutes. */
const fiveMinutes = (): Score => {
  const { score } = openScore(demoPieces().find(({ name }) => name === 'millrace')!.bytes);
  const last = score.bars[score.bars.length - 1]!;
  const length = last.onsetTicks + last.lengthTicks;
  const copies = Math.ceil(300 / secondsAt(score)(length));
  const each = <T>(of: (copy: number) => readonly T[]): T[] =>
    Array.from({ length: copies }, (_, copy) => of(copy)).flat();
  return {
    ...score,
    bars: each((copy) =>
      score.bars.map((bar) => ({
        ...bar,
        index: bar.index + copy * score.bars.length,
        onsetTicks: bar.onsetTicks + copy * length,
      })),
    ),
    notes: each((copy) =>
      score.notes.map((note) => ({
        ...note,
        id: `${note.id}.${copy}`,
        bar: note.bar + copy * score.bars.length,
        onsetTicks: note.onsetTicks + copy * length,
      })),
    ),
    slurs: [],
  };
};

describe('what is heard', () => {
  it('begins within 5 ms of the score’s times over five minutes', () => {
    const score = fiveMinutes();
    const at = secondsAt(score);
    const wanted = score.notes.map(({ onsetTicks }) => at(onsetTicks)).sort((a, b) => a - b);
    const heard = notesIn(play(score)).map(({ seconds }) => seconds);
    expect(wanted[wanted.length - 1]).toBeGreaterThan(295);
    expect(heard).toHaveLength(wanted.length);
    expect(Math.max(...heard.map((seconds, index) => Math.abs(seconds - wanted[index]!)))).toBeLessThan(0.005);
  });

  // A crotchet at 60 a minute lasts a second (common practice, no source).
  it('follows the tempo, from a fifth of the written one to a fifth more', () => {
    const score = line('C4/1 D4 E4/2', { quartersPerMinute: 60 });
    const onsets = (tempo: number) => notesIn(play(score, { tempo })).map(({ seconds }) => seconds);
    expect(onsets(1)).toEqual([0, 1, 2]);
    expect(onsets(0.2)).toEqual([0, 5, 10]);
    expect(onsets(1.2).map((seconds) => seconds * 1.2)).toEqual(
      [0, 1, 2].map((seconds) => expect.closeTo(seconds) as number),
    );
    expect(notesIn(play(score, { tempo: 0.5 }))[2]!.lengthSeconds).toBeCloseTo(4);
  });

  it('is counted in and clicked on the beat, the first of a bar stressed', () => {
    const score = line('C4/1 D4 E4 | F4/3', { quartersPerMinute: 60, beats: 3 });
    const schedule = play(score, { countIn: true, metronome: true });
    expect(schedule.beginsAt).toBeCloseTo(3);
    expect(clicksIn(schedule).map(({ seconds }) => Math.round(seconds))).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8]);
    expect(
      clicksIn(schedule)
        .filter(({ accent }) => accent)
        .map(({ seconds }) => Math.round(seconds)),
    ).toEqual([0, 3, 6]);
    expect(notesIn(schedule)[0]!.seconds).toBeCloseTo(3);
  });

  it('leaves a hand out, or plays it softly', () => {
    const score = line('C4/1 D4');
    expect(notesIn(play(score, { hands: { right: 'off', left: 'on' } }))).toEqual([]);
    const soft = notesIn(play(score, { hands: { right: 'soft', left: 'on' } }))[0]!.loudness;
    expect(soft).toBeLessThan(notesIn(play(score))[0]!.loudness);
  });

  it('keeps to the bars that are wanted, from where one is', () => {
    const score = line('C4/1 D4 E4 F4 | G4 A4 B4 C5 | D5/4', { quartersPerMinute: 60 });
    const bar = play(score, { bars: [1, 1] });
    expect(notesIn(bar).map(({ midi }) => midi)).toEqual([67, 69, 71, 72]);
    expect(bar.endsAt).toBeCloseTo(4);
    const from = play(score, { bars: [1, 2], fromTicks: score.notes[6]!.onsetTicks });
    expect(notesIn(from).map(({ seconds }) => seconds)).toEqual([0, 1, 2]);
  });

  it('pauses where a new position begins, and names it', () => {
    const score = line('( C4/1 D4 E4 F4 | G4 A4 B4 C5 )', { quartersPerMinute: 60 });
    expect(play(score, { stopAtMoves: true }).pauses).toEqual([
      { ticks: score.notes[3]!.onsetTicks, seconds: 3, words: 'Right hand: F position' },
    ]);
    expect(play(score).pauses).toEqual([]);
  });
});
