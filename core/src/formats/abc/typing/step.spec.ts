import fc from 'fast-check';
import { readAbc } from '../read';
import {
  addKeyToLast,
  addLetterToLast,
  applyEdit,
  enterBarline,
  enterKeys,
  enterLetter,
  enterRest,
  goToOtherVoice,
  moveLastByOctave,
  pitchesOfLast,
  removeLast,
  setFingerOfLast,
  standingAt,
  startTyping,
  tieLast,
  tokensOf,
  type Edit,
  type StepValue,
  type Template,
  type Typing,
} from '.';

const QUARTER: StepValue = { type: 'quarter', dots: 0, triplet: false };
const HALF: StepValue = { type: 'half', dots: 0, triplet: false };
const EIGHTH: StepValue = { type: 'eighth', dots: 0, triplet: false };

const template: Template = {
  title: 'A Study',
  composer: '',
  key: { fifths: 0, mode: 'major' },
  metre: { beats: 4, beatType: 4 },
  hands: 'both',
  quartersPerMinute: 96,
};

type Step = (typing: Typing) => Edit | undefined;

/** Types one thing after another, from a template. */
const type = (steps: readonly Step[], from: Partial<Template> = {}): Typing =>
  steps.reduce<Typing>(
    (typing, step) => {
      const edit = step(typing);
      return edit ? applyEdit(typing, edit) : typing;
    },
    startTyping({ ...template, ...from }),
  );

const keys =
  (...midis: readonly number[]): Step =>
  (typing) =>
    enterKeys(typing, midis, QUARTER);
const letter =
  (step: 'C' | 'D' | 'E' | 'F' | 'G' | 'A' | 'B', value = QUARTER): Step =>
  (typing) =>
    enterLetter(typing, step, value);
const rest =
  (value = QUARTER): Step =>
  (typing) =>
    enterRest(typing, value);

const musicOf = ({ text }: Typing): string => text.slice(text.indexOf('V:R\n') + 4).replace(/\n$/, '');

const read = ({ text }: Typing) => {
  const result = readAbc(text);
  if (result.kind === 'error') throw new Error(JSON.stringify(result.error));
  return result.value;
};

const soundOf = (typing: Typing) =>
  read(typing).score.notes.map(({ side, midi, onsetTicks, durationTicks }, _index, notes) => {
    const { ticksPerQuarter } = read(typing).score;
    return (
      notes.length > 0 && { side, midi, at: onsetTicks / ticksPerQuarter, length: durationTicks / ticksPerQuarter }
    );
  });

describe('typing note by note', () => {
  const values: fc.Arbitrary<StepValue> = fc.record({
    type: fc.constantFrom('half' as const, 'quarter' as const, 'eighth' as const, '16th' as const),
    dots: fc.constantFrom(0, 0, 1),
    triplet: fc.constant(false),
  });
  const QUARTERS: Readonly<Record<string, number>> = { half: 2, quarter: 1, eighth: 0.5, '16th': 0.25 };
  const lengthOf = ({ type: name, dots }: StepValue): number => QUARTERS[name]! * (dots === 1 ? 1.5 : 1);

  // Keys at least a whole step apart: three neighbours cannot all have letters of their own.
  const chords = fc.uniqueArray(fc.integer({ min: 40, max: 84 }), {
    maxLength: 3,
    comparator: (a, b) => Math.abs(a - b) < 2,
  });

  it('gives F and F sharp, struck together, letters of their own', () => {
    expect(musicOf(type([keys(65, 66)]))).toMatch(/^\[F_G\]/);
  });

  it('reads as the keys that were struck, when and as long as they were meant, in every key and metre', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(chords, values), {
          minLength: 1,
          maxLength: 24,
        }),
        fc.integer({ min: -6, max: 6 }),
        fc.constantFrom(
          { beats: 4, beatType: 4 },
          { beats: 3, beatType: 4 },
          { beats: 6, beatType: 8 },
          { beats: 2, beatType: 2 },
        ),
        fc.constantFrom('major' as const, 'minor' as const),
        (strokes, fifths, metre, mode) => {
          if (strokes.every(([struck]) => struck.length === 0)) return;
          const typing = type(
            strokes.map(
              ([struck, value]): Step =>
                (now) =>
                  struck.length > 0 ? enterKeys(now, struck, value) : enterRest(now, value),
            ),
            { key: { fifths, mode }, metre, hands: 'right' },
          );
          let at = 0;
          const meant = strokes.flatMap(([struck, value]) => {
            const here = [...struck].sort((a, b) => a - b).map((midi) => ({ midi, at, length: lengthOf(value) }));
            at += lengthOf(value);
            return here;
          });
          const heard = soundOf(typing).map((note) => note && { midi: note.midi, at: note.at, length: note.length });
          expect(heard).toEqual(meant);
          expect(read(typing).remarks).toEqual([]);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('sets barlines by itself, ties over them, and begins a new line after four bars', () => {
    const typing = type([letter('C', HALF), letter('D', HALF), letter('E', { ...HALF, dots: 1 }), letter('F', HALF)]);
    expect(musicOf(typing)).toMatch(/^C2 D2 \| E3 F- \| F\n/);
    const long = type(Array.from({ length: 17 }, () => letter('C')));
    expect(musicOf(long)).toMatch(/\|\nC\nV:L/);
  });

  it('lets letters lie near the note before, as the key and the bar have them', () => {
    const typing = type([letter('G'), letter('C'), letter('B'), letter('D')], { key: { fifths: 1, mode: 'major' } });
    expect(musicOf(typing)).toMatch(/^G c B d \|/);
    const low = type([goToOtherVoice, letter('C'), letter('G')]);
    expect(soundOf(low)).toMatchObject([
      { side: 'left', midi: 48 },
      { side: 'left', midi: 43 },
    ]);
  });

  it('beams short notes within the beat', () => {
    expect(musicOf(type([letter('C', EIGHTH), letter('D', EIGHTH), letter('E', EIGHTH), letter('F', EIGHTH)]))).toMatch(
      /^C\/2D\/2 E\/2F\/2/,
    );
  });

  it('counts triplets', () => {
    const triplet: StepValue = { ...EIGHTH, triplet: true };
    const typing = type([letter('C', triplet), letter('D', triplet), letter('E', triplet), letter('F', HALF)]);
    expect(musicOf(typing)).toMatch(/^\(3C\/2D\/2E\/2 F2/);
    expect(soundOf(typing)).toMatchObject([{ at: 0 }, {}, {}, { at: 1, length: 2 }]);
  });

  it('puts fingers on the last note, and up through a chord', () => {
    const finger =
      (number: number): Step =>
      (typing) =>
        setFingerOfLast(typing, number);
    const chord = type([
      letter('C'),
      (now) => addLetterToLast(now, 'E'),
      (now) => addKeyToLast(now, 67),
      finger(1),
      finger(3),
      finger(5),
    ]);
    expect(musicOf(chord)).toMatch(/^\[!1!C!3!E!5!G\]/);
    expect(read(chord).score.notes.map(({ printed }) => printed.map(({ finger: number }) => number))).toEqual([
      [1],
      [3],
      [5],
    ]);
    expect(musicOf(type([letter('C'), finger(2), finger(4)]))).toMatch(/^!4!C/);
    // On a note that is tied over the barline the number stands where it is struck.
    expect(musicOf(type([rest(HALF), letter('C'), letter('D', HALF), finger(3)]))).toMatch(/!3!D- \| D/);
  });

  it('puts a sign before a letter, also in a chord, and moves what was typed last with all its tied pieces', () => {
    const signed =
      (step: 'B' | 'F', sign: -1 | 0 | 1): Step =>
      (typing) =>
        enterLetter(typing, step, step === 'F' ? HALF : QUARTER, sign);
    expect(musicOf(type([signed('B', -1), signed('B', 0)]))).toMatch(/^_B =B/);
    expect(musicOf(type([letter('C'), (typing) => addLetterToLast(typing, 'F', 1)]))).toMatch(/^\[C\^F\]/);
    const tied = type([rest(HALF), letter('C'), signed('F', 1), (now) => moveLastByOctave(now, 1)]);
    expect(musicOf(tied)).toMatch(/\^f- \| f/);
    expect(soundOf(tied)).toMatchObject([{}, { midi: 78, length: 2 }]);
    expect(pitchesOfLast(tied)).toEqual([78]);
  });

  it('ties the last note to what comes, and takes the last stroke out again', () => {
    const typing = type([letter('C'), tieLast, letter('C')]);
    expect(soundOf(typing)).toMatchObject([{ midi: 60, length: 2 }]);
    expect(musicOf(type([letter('C'), letter('D', { ...HALF, dots: 1 }), removeLast]))).toMatch(/^C/);
    expect(musicOf(type([removeLast]))).toBe('V:L');
  });

  it('goes from hand to hand, each going on where it stopped', () => {
    const typing = type([letter('C'), goToOtherVoice, keys(48), goToOtherVoice, letter('D'), goToOtherVoice, keys(50)]);
    expect(soundOf(typing)).toMatchObject([
      { side: 'left', at: 0 },
      { side: 'right', at: 0 },
      { side: 'left', at: 1 },
      { side: 'right', at: 1 },
    ]);
    // A voice that the head names and that has no line yet gets one.
    const text = 'X:1\nM:4/4\nL:1/4\n%%score {R L}\nV:R\nV:L clef=bass\nK:C\nV:R\nC';
    const added = applyEdit({ text, caret: text.length }, goToOtherVoice({ text, caret: text.length })!);
    expect(added.text).toBe(`${text}\nV:L`);
  });

  it('says where the next note goes', () => {
    expect(standingAt(type([]))).toEqual({ voice: 'R', bar: 1, beat: 1 });
    expect(standingAt(type([letter('C'), letter('D', EIGHTH)]))).toEqual({ voice: 'R', bar: 1, beat: 2.5 });
    expect(standingAt(type([letter('C', HALF), letter('D', HALF)]))).toEqual({ voice: 'R', bar: 2, beat: 1 });
    expect(standingAt(type([letter('C', HALF), goToOtherVoice, letter('C')]))).toMatchObject({ voice: 'L', beat: 2 });
  });

  it('goes past a barline that is there already', () => {
    const text = 'X:1\nM:2/4\nL:1/4\nK:C\nCD | EF |';
    const caret = text.indexOf('CD') + 2;
    const typing = applyEdit({ text, caret }, enterLetter({ text, caret }, 'E', QUARTER));
    expect(typing.text).toContain('CD | E EF |');
    expect(enterBarline({ text: 'C ', caret: 2 }).insert).toBe('|');
  });
});

describe('the words of a line', () => {
  it('cover every character once', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom(...'ABCdefg123!|:[](){}-<>%"\'^_= ,/z'), maxLength: 40 }),
        (line) => {
          expect(
            tokensOf(line)
              .map(({ text }) => text)
              .join(''),
          ).toBe(line);
        },
      ),
    );
  });

  // Examples of the ABC standard 2.1 (chapter 4, "The tune body"), from memory.
  it.each([
    ['|: A2 :|', 'bar space note space bar'],
    ['(3abc [CEG]2- !trill!c', 'tuplet note note note space chord tie space decoration note'],
    ['"Am7"{ga}b z2 %end', 'text grace note space rest space comment'],
    ['[K:D] [1 d', 'field space bar space note'],
    ['T:A title', 'field'],
    ['%%score {R L}', 'directive'],
  ])('%s', (line, kinds) => {
    expect(
      tokensOf(line)
        .map(({ kind }) => kind)
        .join(' '),
    ).toBe(kinds);
  });
});
