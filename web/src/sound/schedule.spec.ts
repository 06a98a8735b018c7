import { createPlanner, DEFAULT_HANDS, secondsAt, serializeMusicXml, type Score } from '@kettle-step/core';
import { demoPieces } from '../../../core/testing/demo';
import { engravedPlaying } from '../../../core/testing/engraver';
import { line } from '../../../core/testing/line';
import { openScore } from '../../../core/testing/musicxml';
import { scheduleOf, type PlayOptions, type Schedule } from './schedule';

const planner = createPlanner(DEFAULT_HANDS);

const play = (score: Score, more: Partial<PlayOptions> = {}): Schedule =>
  scheduleOf(score, planner.plan(score, { locks: new Map(), alternatives: 0 }), {
    extent: 'onwards',
    from: { ticks: 0, pass: 1 },
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

  // Common practice, no source: “1 and 2 and” in quarters, 1-2-3 in 3/8.
  it('is counted aloud: beats and their halves, by number in eighths', () => {
    const quarters = line('C4/1 D4 E4', { quartersPerMinute: 60, beats: 3 });
    expect(
      play(quarters, { countIn: true })
        .counts.map(({ words }) => words)
        .join(' '),
    ).toBe('1 2 3 1 and 2 and 3 and');
    const eighths = line('C4/1/2 D4 E4', { quartersPerMinute: 60, beats: 3, beatType: 8 });
    expect(play(eighths).counts.map(({ words }) => words)).toEqual(['1', '2', '3']);
  });

  it('ends where one wishes, inside a bar as well', () => {
    const score = line('C4/1 D4 E4 F4', { quartersPerMinute: 60 });
    const half = play(score, { extent: [0, 0], until: 2 * score.ticksPerQuarter });
    expect(notesIn(half).map(({ midi }) => midi)).toEqual([60, 62]);
    expect(half.endsAt).toBeCloseTo(2);
  });

  it('leaves a hand out, or plays it softly', () => {
    const score = line('C4/1 D4');
    expect(notesIn(play(score, { hands: { right: 'off', left: 'on' } }))).toEqual([]);
    const soft = notesIn(play(score, { hands: { right: 'soft', left: 'on' } }))[0]!.loudness;
    expect(soft).toBeLessThan(notesIn(play(score))[0]!.loudness);
  });

  it('keeps to the bars that are wanted, from where one is', () => {
    const score = line('C4/1 D4 E4 F4 | G4 A4 B4 C5 | D5/4', { quartersPerMinute: 60 });
    const bar = play(score, { extent: [1, 1] });
    expect(notesIn(bar).map(({ midi }) => midi)).toEqual([67, 69, 71, 72]);
    expect(bar.endsAt).toBeCloseTo(4);
    const from = play(score, { extent: [1, 2], from: { ticks: score.notes[6]!.onsetTicks, pass: 1 } });
    expect(notesIn(from).map(({ seconds }) => seconds)).toEqual([0, 1, 2]);
  });

  describe('of a piece with repeats', () => {
    const plain = line('C4/1 D4 E4 F4 | G4/4 | A4/4', { quartersPerMinute: 60 });
    const score: Score = {
      ...plain,
      bars: plain.bars.map((bar) => (bar.index === 1 ? { ...bar, repeatEnd: 2 } : bar)),
      marks: [{ kind: 'second-time-octave', onsetTicks: 0, staff: 1, octaves: 1 }, ...plain.marks],
    };

    it('takes them, with the octave that sounds the second time, and tells where it is in the written piece', () => {
      const schedule = play(score);
      expect(notesIn(schedule).map(({ midi }) => midi)).toEqual([60, 62, 64, 65, 67, 72, 74, 76, 77, 79, 69]);
      expect(notesIn(schedule).map(({ seconds }) => seconds)).toEqual([0, 1, 2, 3, 4, 8, 9, 10, 11, 12, 16]);
      expect(schedule.moments[5]).toMatchObject({ ticks: 0, pass: 2, seconds: 8 });
    });

    it('goes on from a moment of the second time', () => {
      const { notes } = score;
      const schedule = play(score, { from: { ticks: notes[3]!.onsetTicks, pass: 2 } });
      expect(notesIn(schedule).map(({ midi }) => midi)).toEqual([77, 79, 69]);
    });

    it('plays bars that are practised as they are written', () => {
      expect(notesIn(play(score, { extent: [0, 1] })).map(({ midi }) => midi)).toEqual([60, 62, 64, 65, 67]);
    });

    it('is as long as the unfolded piece over five minutes, to 5 ms, in the engraver’s own times', async () => {
      const { bytes } = demoPieces().find(({ name }) => name === 'round-the-mill-pond')!;
      const { score: pond, document } = openScore(bytes);
      const playing = await engravedPlaying(serializeMusicXml(document));
      const wanted = playing.map(({ quarters }) => (quarters * 60) / 92).sort((a, b) => a - b);
      // Slow enough to last five minutes.
      const tempo = wanted[wanted.length - 1]! / 300;
      const heard = notesIn(play(pond, { tempo })).map(({ seconds }) => seconds * tempo);
      expect(heard).toHaveLength(wanted.length);
      expect(Math.max(...heard.map((seconds, at) => Math.abs(seconds - wanted[at]!) / tempo))).toBeLessThan(0.005);
    });
  });

  it('rings on under the pedal until that comes up', () => {
    const plain = line('C4/1 D4 E4 F4', { quartersPerMinute: 60 });
    const { ticksPerQuarter } = plain;
    const score: Score = {
      ...plain,
      marks: [
        ...plain.marks,
        { kind: 'pedal', onsetTicks: 0, down: true },
        { kind: 'pedal', onsetTicks: 3 * ticksPerQuarter, down: false },
      ],
    };
    expect(notesIn(play(score)).map(({ lengthSeconds }) => lengthSeconds)).toEqual([3, 2, 1, 1]);
  });

  // Common practice, no source: one counts a bar, and on to where the upbeat falls.
  it('is counted in so that an upbeat comes on its own beat', () => {
    const upbeat = line('C4/1 | D4 E4 F4', { quartersPerMinute: 60, beats: 3 });
    const schedule = play(upbeat, { countIn: true });
    expect(upbeat.bars[0]!.missingTicks).toBe(2 * upbeat.ticksPerQuarter);
    expect(clicksIn(schedule)).toHaveLength(5);
    expect(notesIn(schedule)[0]!.seconds).toBe(5);
  });

  it('pauses where a new position begins, and names it', () => {
    const score = line('( C4/1 D4 E4 F4 | G4 A4 B4 C5 )', { quartersPerMinute: 60 });
    expect(play(score, { stopAtMoves: true }).pauses).toEqual([
      { ticks: score.notes[3]!.onsetTicks, pass: 1, seconds: 3, words: 'Right hand: F position' },
    ]);
    expect(play(score).pauses).toEqual([]);
  });
});
