import { beatOf, type Score } from '../../score/score';
import { pitchName } from '../../keyboard/pitch';
import { explainAbcError } from './errors';
import { abcTunes, readAbc, type AbcScore } from './read';

// Signs and lengths as the ABC standard 2.1 (2011) gives them; section numbers from memory.

const opened = (text: string, tune = 0): AbcScore => {
  const result = readAbc(text, tune);
  if (result.kind === 'error') throw new Error(explainAbcError(result.error));
  return result.value;
};

const tune = (music: string, header = ''): Score => opened(`X:1\nT:Test\nL:1/4\n${header}K:C\n${music}\n`).score;

const quarters = (score: Score): string[] =>
  score.notes.map(
    ({ pitch, onsetTicks, durationTicks }) =>
      `${pitchName(pitch)} ${onsetTicks / score.ticksPerQuarter} ${durationTicks / score.ticksPerQuarter}`,
  );

const refusal = (text: string, index = 0): string => {
  const result = readAbc(text, index);
  return result.kind === 'error' ? explainAbcError(result.error) : 'it reads';
};

describe('ABC', () => {
  it('reads voices laid over one another with &, and refuses more than any hand has (7.4)', () => {
    expect(quarters(tune('CDEF & G,4|')).sort()).toEqual(['C4 0 1', 'D4 1 1', 'E4 2 1', 'F4 3 1', 'G3 0 4']);
    expect(refusal(`X:1\nK:C\nCDEF|C${'&'.repeat(2000)}C|\n`)).toContain('Line 3: one bar has more than 8 voices');
    // Bars are counted one by one, and words under the music may hold any sign.
    expect(refusal(`X:1\nL:1/4\nK:C\n${'CDEF&G,4|'.repeat(12)}\nw:${'a & '.repeat(12)}\n`)).toBe('it reads');
  });

  it('reads octaves: C is middle C, c the one above, commas and apostrophes go further (4.1)', () => {
    expect(quarters(tune("C, C c c'|"))).toEqual(['C3 0 1', 'C4 1 1', 'C5 2 1', 'C6 3 1']);
  });

  it('reads lengths, broken rhythm and rests (4.3 to 4.5)', () => {
    expect(quarters(tune('C2 D/ E/2 F3/2|A>B c<d z e|'))).toEqual([
      'C4 0 2',
      'D4 2 0.5',
      'E4 2.5 0.5',
      'F4 3 1.5',
      'A4 4.5 1.5',
      'B4 6 0.5',
      'C5 6.5 0.5',
      'D5 7 1.5',
      'E5 9.5 1',
    ]);
  });

  it('reads accidentals: they hold to the barline, in other octaves too (4.2, 4.6)', () => {
    const score = opened('X:1\nL:1/4\nM:4/4\nK:D\nF =F f ^^G|F _B B =B|\n').score;
    expect(score.notes.map(({ pitch }) => pitchName(pitch))).toEqual([
      'F#4',
      'F4',
      'F5',
      'G##4',
      'F#4',
      'Bb4',
      'Bb4',
      'B4',
    ]);
    expect(score.bars[0]?.key).toEqual({ fifths: 2, mode: 'major' });
  });

  it('reads modes by their signature (3.1.14)', () => {
    const fifths = (key: string): number | undefined => opened(`X:1\nK:${key}\nC|\n`).score.bars[0]?.key.fifths;
    expect(['Ador', 'Gm', 'EbLyd', 'F#', 'Bmix'].map(fifths)).toEqual([1, -2, -2, 6, 4]);
  });

  it('reads tuplets with their usual times (4.13)', () => {
    const score = tune('(3CDE F G|(2CD E|(3:2:4C/D/EF/ G|', 'M:6/8\n');
    expect(score.notes.slice(0, 3).map(({ tuplet }) => tuplet)).toEqual(Array(3).fill({ actual: 3, normal: 2 }));
    // Two in the time of three in compound time.
    expect(score.notes[5]?.tuplet).toEqual({ actual: 2, normal: 3 });
  });

  it('joins ties over the barline, and slurs as pairs', () => {
    const score = tune('(C2 ^F-F-|F2) [CE]-[CE]|');
    expect(quarters(score)).toEqual(['C4 0 2', 'F#4 2 4', 'C4 6 2', 'E4 6 2']);
    expect(score.slurs).toHaveLength(1);
    expect(score.slurs[0]).toMatchObject({ fromTicks: 0 });
  });

  it('takes !1! to !5! as fingers, for each note of a chord too', () => {
    const score = tune('!1!C !3!!1!D [!1!C!3!E!5!G] !2!!4![DF]|');
    expect(score.notes.map(({ printed }) => printed.map(({ finger }) => finger))).toEqual([
      [1],
      [3, 1],
      [1],
      [3],
      [5],
      [2],
      [4],
    ]);
    expect(score.notes[1]?.printed[1]?.substitution).toBe(true);
  });

  it('reads grace notes, ornaments, articulation and dynamics', () => {
    const score = tune('{DE}!trill!C .D !fermata!!p!E !arpeggio![CE]|');
    expect(score.notes.map(({ graceIndex }) => graceIndex)).toEqual([0, 1, null, null, null, null, null]);
    expect(score.notes[2]?.ornament?.kind).toBe('trill');
    expect(score.notes[3]?.articulations).toEqual(['staccato']);
    expect(score.notes[4]?.fermata).toBe(true);
    expect(score.notes[5]?.arpeggiated).toBe(true);
    expect(score.marks).toContainEqual(expect.objectContaining({ kind: 'dynamic', text: 'p' }));
  });

  it('reads repeats and endings', () => {
    const { bars } = tune('|:C4|1D4:|2E4||F4|]');
    expect(bars.map(({ repeatStart, repeatEnd, endings }) => [repeatStart, repeatEnd, endings])).toEqual([
      [true, 0, []],
      [false, 2, [1]],
      [false, 0, [2]],
      [false, 0, []],
    ]);
  });

  it('reads changes of key and metre, and counts an upbeat as bar 0', () => {
    const score = tune('G|C D E F|[K:G][M:3/4]F G A|', 'M:4/4\n');
    expect(score.bars.map(({ number, metre, key }) => [number, metre.beats, key.fifths])).toEqual([
      [0, 4, 0],
      [1, 4, 0],
      [2, 3, 1],
    ]);
    expect(beatOf(score, score.notes[0]!)).toBe(4);
    expect(pitchName(score.notes[5]!.pitch)).toBe('F#4');
  });

  it('gives each hand its voices by clef', () => {
    const score = tune('[V:1] CDEF|\n[V:2] C,2 G,2|\n[V:3] [C,,E,,]4|', 'V:1\nV:2 clef=bass\nV:3 clef=bass\n');
    expect(score.notes.map(({ side, voice }) => side + voice)).toEqual([
      'left6',
      'left6',
      'left5',
      'right1',
      'right1',
      'left5',
      'right1',
      'right1',
    ]);
  });

  it('takes the braced staves of a larger score', () => {
    const header = '%%score S {R L}\nV:S\nV:R\nV:L clef=bass\n';
    const score = tune('[V:S] c4|\n[V:R] E4|\n[V:L] C,4|', header);
    expect(score.notes.map(({ pitch, side }) => pitchName(pitch) + side)).toEqual(['C3left', 'E4right']);
  });

  it('counts multi-bar rests in bars', () => {
    expect(tune('C4|Z3|D4|', 'M:4/4\n').bars).toHaveLength(5);
  });

  it('chooses among several tunes', () => {
    const text = 'M:3/4\n\nX:1\nT:First\nK:C\nC3|\n\nX:2\nT:Second\nK:G\nF3|\n';
    expect(abcTunes(text)).toEqual(['First', 'Second']);
    expect(opened(text, 1).score.title).toBe('Second');
    expect(opened(text, 1).score.bars[0]?.metre).toEqual({ beats: 3, beatType: 4 });
    expect(refusal(text, 2)).toMatch(/no tune 3: the file has 2/);
  });

  it('tells what it could not read with line and column', () => {
    const { remarks } = opened('X:1\nT:A\nK:C\nC D !foo!E|\n');
    expect(remarks).toEqual([{ line: 4, column: 5, message: 'Unknown decoration: foo.' }]);
    const second = opened('X:1\nK:C\nC|\n\nX:2\nK:C\nC $|\n', 1);
    expect(second.remarks[0]).toMatchObject({ line: 7, column: 3 });
  });

  it('refuses what is no tune in plain words', () => {
    expect(refusal('')).toMatch(/no text yet/);
    expect(refusal('Dear Sir or Madam')).toMatch(/No tune was found/);
    expect(refusal('X:1\nK:C\nz4|\n')).toMatch(/no notes to finger/);
    expect(refusal('X:1\nL:1/4\nK:C\nC D1000000000|\n')).toMatch(/^Line 4, column 3: .* longer than 1000 quarters/);
    expect(refusal('X:1\nK:C\nC,,,,,|\n')).toMatch(/no notes to finger/);
  });
});
