import fc from 'fast-check';
import { demoPieces } from '../../../../testing/demo';
import { openScore } from '../../../../testing/musicxml';
import { schemaErrors } from '../../../../testing/schema';
import { scores } from '../../../../testing/scores';
import { pitchName, type Pitch } from '../../../keyboard/pitch';
import type { Note, Score } from '../../../score/score';
import { NOTE_TYPES, valueTicks, type NoteValue } from '../../notation/values';
import { composeMusicXml } from '../compose';
import { parseMusicXml, serializeMusicXml } from '../document';
import { correctMusic, explainRefusal, type Correction } from '.';

const correct = (xml: string, correction: Correction) => {
  const parsed = parseMusicXml(xml);
  if (parsed.kind === 'error') throw new Error('unreadable');
  const before = serializeMusicXml(parsed.value);
  const corrected = correctMusic(parsed.value, correction);
  // Whatever comes of it: the document that was given stays as it is.
  expect(serializeMusicXml(parsed.value)).toBe(before);
  if (corrected.kind === 'error') return { refusal: corrected.error };
  return { ...corrected.value, xml: serializeMusicXml(corrected.value.document) };
};

/** Corrects, and reads what has been written down as if it came from outside. */
const corrected = (xml: string, correction: Correction) => {
  const made = correct(xml, correction);
  if ('refusal' in made) throw new Error(explainRefusal(made.refusal));
  return { ...made, score: openScore(made.xml).score };
};

const QUARTER: NoteValue = { type: 'quarter', dots: 0, ratio: null };
const EIGHTH: NoteValue = { type: 'eighth', dots: 0, ratio: null };
const C5: Pitch = { step: 'C', alter: 0, octave: 5 };

/** What must not change about a note when another is corrected. */
const factsOf = ({ pitch, onsetTicks, durationTicks, side, voice, printed }: Note, { ticksPerQuarter }: Score) =>
  JSON.stringify({
    pitch: pitchName(pitch),
    at: onsetTicks / ticksPerQuarter,
    length: durationTicks / ticksPerQuarter,
    side,
    voice,
    printed,
  });

const allFacts = (score: Score, but: ReadonlySet<string> = new Set()): string[] =>
  score.notes
    .filter(({ id }) => !but.has(id))
    .map((note) => factsOf(note, score))
    .sort();

const overlong = ({ issues }: Score): number => issues.filter(({ code }) => code === 'bar-length').length;

/** A document with names on its notes, as it is stored. */
const stored = (xml: string): { xml: string; score: Score } => {
  const { document, score } = openScore(xml);
  return { xml: serializeMusicXml(document), score };
};

const written = (score: Score): { xml: string; score: Score } => stored(serializeMusicXml(composeMusicXml(score)));

const demo = (name: string): string =>
  Buffer.from(demoPieces().find((piece) => piece.name === name)!.bytes).toString('utf8');

const noteOf = (score: Score, at: number): Note => score.notes[at % score.notes.length]!;

const anyNote = fc.nat(10_000);
const anyPitch: fc.Arbitrary<Pitch> = fc.record({
  step: fc.constantFrom('C', 'D', 'E', 'F', 'G', 'A', 'B'),
  alter: fc.constantFrom(-1, 0, 1),
  octave: fc.integer({ min: 2, max: 6 }),
});
const anyValue: fc.Arbitrary<NoteValue> = fc.record({
  type: fc.constantFrom(...NOTE_TYPES.slice(2, 7)),
  dots: fc.constantFrom(0, 0, 1),
  ratio: fc.constant(null),
});

describe('a correction', () => {
  it('of a pitch changes that note and nothing else', () => {
    fc.assert(
      fc.property(scores(), anyNote, anyPitch, (random, at, pitch) => {
        const { xml, score } = written(random);
        const note = noteOf(score, at);
        const made = correct(xml, { kind: 'pitch', noteId: note.id, pitch });
        if ('refusal' in made) return expect(made.refusal.code).toBe('same-key');
        const after = openScore(made.xml).score;
        const now = after.notes.find(({ id }) => id === note.id);
        expect(now && factsOf(now, after)).toBe(factsOf({ ...note, pitch }, score));
        const isOther = new Set([note.id]);
        expect(allFacts(after, isOther)).toEqual(allFacts(score, isOther));
      }),
      { numRuns: 60 },
    );
  });

  it('that takes a note out leaves the others where they were', () => {
    fc.assert(
      fc.property(scores(), anyNote, (random, at) => {
        const { xml, score } = written(random);
        if (score.notes.length < 2) return;
        const note = noteOf(score, at);
        const { score: after } = corrected(xml, { kind: 'delete', noteId: note.id });
        const gone = new Set(
          score.notes.filter(({ id }) => !after.notes.some((one) => one.id === id)).map(({ id }) => id),
        );
        expect(gone.has(note.id)).toBe(true);
        // Grace notes go with the note they adorn.
        expect([...gone].filter((id) => id !== note.id && noteById(score, id).graceIndex === null)).toEqual([]);
        expect(allFacts(after)).toEqual(allFacts(score, gone));
        expect(overlong(after)).toBeLessThanOrEqual(overlong(score));
      }),
      { numRuns: 60 },
    );
  });

  it('of a length fills the bar: what follows makes room, what is freed rests', () => {
    fc.assert(
      fc.property(scores(), anyNote, anyValue, (random, at, value) => {
        const { xml, score } = written(random);
        const note = noteOf(score, at);
        const made = correct(xml, { kind: 'length', noteId: note.id, value });
        if ('refusal' in made) return expect(['grace-note', 'too-long']).toContain(made.refusal.code);
        const after = openScore(made.xml).score;
        const now = noteById(after, note.id);
        expect(now.durationTicks / after.ticksPerQuarter).toBeCloseTo(valueTicks(value, 1));
        expect(overlong(after)).toBeLessThanOrEqual(overlong(score));
        const otherLines = (of: Score): string[] =>
          of.notes
            .filter(({ voice }) => voice !== note.voice)
            .map((one) => factsOf(one, of))
            .sort();
        expect(otherLines(after)).toEqual(otherLines(score));
      }),
      { numRuns: 80 },
    );
  });

  it('that adds a note puts it where it was asked for, and taking it out again leaves what was', () => {
    fc.assert(
      fc.property(
        scores(),
        fc.nat(20),
        anyPitch,
        fc.constantFrom('right' as const, 'left' as const),
        (random, at, pitch, side) => {
          const { xml, score } = written(random);
          const bar = at % score.bars.length;
          const made = correct(xml, { kind: 'add', bar, side, atQuarters: 1, pitch, value: EIGHTH });
          if ('refusal' in made) return expect(made.refusal.code).toBe('same-key');
          const after = openScore(made.xml).score;
          const known = new Set(score.notes.map(({ id }) => id));
          const [added] = after.notes.filter(({ id }) => !known.has(id));
          expect(added && [pitchName(added.pitch), added.bar, added.side]).toEqual([pitchName(pitch), bar, side]);
          expect(added!.durationTicks * 2).toBe(after.ticksPerQuarter);
          expect(allFacts(after, new Set([added!.id]))).toEqual(allFacts(score));
          expect(allFacts(corrected(made.xml, { kind: 'delete', noteId: added!.id }).score)).toEqual(allFacts(score));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('that puts a bar in and takes it out again leaves the piece, but for ties over its place', () => {
    fc.assert(
      fc.property(scores(), fc.nat(10), (random, at) => {
        const { xml, score } = written(random);
        const before = at % (score.bars.length + 1);
        const longer = corrected(xml, { kind: 'insert-bar', before });
        expect(longer.score.bars).toHaveLength(score.bars.length + 1);
        expect(longer.score.notes.some(({ bar }) => bar === before)).toBe(false);
        const { score: after } = corrected(longer.xml, { kind: 'delete-bar', bar: before });
        const onset = score.bars[before]?.onsetTicks ?? Infinity;
        const crossing = score.notes.filter(
          (note) => note.onsetTicks < onset && note.onsetTicks + note.durationTicks > onset,
        );
        if (crossing.length === 0) expect(allFacts(after)).toEqual(allFacts(score));
        expect(after.bars.map(({ number, metre, key }) => ({ number, metre, key }))).toEqual(
          score.bars.map(({ number, metre, key }) => ({ number, metre, key })),
        );
      }),
      { numRuns: 60 },
    );
  });

  it('keeps the document valid by the published schema', async () => {
    // MusicXML 3.0's schema, as in the specs of what is composed; note ids came with 3.1 and are taken off.
    const { xml, score } = stored(demo('millrace'));
    const id = (at: number): string => noteOf(score, at).id;
    const steps: readonly Correction[] = [
      { kind: 'length', noteId: id(4), value: { type: 'eighth', dots: 0, ratio: { actual: 3, normal: 2 } } },
      { kind: 'pitch', noteId: id(9), pitch: { step: 'F', alter: 1, octave: 4 } },
      { kind: 'add', bar: 2, side: 'left', atQuarters: 0, pitch: { step: 'C', alter: 1, octave: 3 }, value: EIGHTH },
      { kind: 'insert-bar', before: 3 },
      { kind: 'hand', noteId: id(12), side: 'left' },
      { kind: 'voice', noteId: id(15), voice: '2' },
      { kind: 'delete', noteId: id(20) },
      { kind: 'delete-bar', bar: 0 },
    ];
    const last = steps.reduce((text, step) => {
      const made = correct(text, step);
      return 'refusal' in made ? text : made.xml;
    }, xml);
    expect(await schemaErrors(last.replace(/ id="ks-[^"]*"/g, ''))).toEqual([]);
  }, 60_000);
});

const noteById = (score: Score, wanted: string): Note => score.notes.find(({ id }) => id === wanted)!;

describe('what a teacher mends', () => {
  const two = `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Piano</part-name></score-part></part-list>
<part id="P1">
  <measure number="1">
    <attributes><divisions>1</divisions><key><fifths>1</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time><staves>2</staves>
      <clef number="1"><sign>G</sign><line>2</line></clef><clef number="2"><sign>F</sign><line>4</line></clef></attributes>
    <note id="a"><pitch><step>G</step><octave>4</octave></pitch><duration>1</duration><voice>1</voice><type>quarter</type><staff>1</staff></note>
    <direction><direction-type><dynamics><f/></dynamics></direction-type><staff>1</staff></direction>
    <note id="b"><pitch><step>F</step><alter>1</alter><octave>4</octave></pitch><duration>1</duration><voice>1</voice><type>quarter</type><staff>1</staff></note>
    <note id="c"><pitch><step>G</step><octave>4</octave></pitch><duration>2</duration><tie type="start"/><voice>1</voice><type>half</type><staff>1</staff><notations><tied type="start"/></notations></note>
    <backup><duration>4</duration></backup>
    <note id="d"><rest measure="yes"/><duration>4</duration><voice>5</voice><staff>2</staff></note>
  </measure>
  <measure number="2">
    <note id="e"><pitch><step>G</step><octave>4</octave></pitch><duration>4</duration><tie type="stop"/><voice>1</voice><type>whole</type><staff>1</staff><notations><tied type="stop"/></notations></note>
    <backup><duration>4</duration></backup>
    <note id="f"><pitch><step>B</step><octave>2</octave></pitch><duration>2</duration><voice>5</voice><type>half</type><staff>2</staff></note>
    <note id="g"><pitch><step>B</step><octave>2</octave></pitch><duration>2</duration><voice>5</voice><type>half</type><staff>2</staff></note>
    <barline location="right"><bar-style>light-heavy</bar-style></barline>
  </measure>
</part></score-partwise>`;

  it('keeps a direction at its moment when the notes before it change', () => {
    const { xml, score } = corrected(two, { kind: 'length', noteId: 'a', value: EIGHTH });
    const dynamic = score.marks.find(({ kind }) => kind === 'dynamic');
    expect(dynamic!.onsetTicks / score.ticksPerQuarter).toBe(1);
    // The part is counted in finer divisions from then on.
    expect(xml).toContain('<divisions>2</divisions>');
    expect(noteById(score, 'b').onsetTicks / score.ticksPerQuarter).toBe(1);
  });

  it('draws the signs that a changed pitch needs, there and after it', () => {
    const { xml } = corrected(two, { kind: 'pitch', noteId: 'a', pitch: { step: 'F', alter: 0, octave: 4 } });
    expect(xml).toMatch(/<note id="a">.*?<accidental>natural<\/accidental>/s);
    expect(xml).toMatch(/<note id="b">.*?<accidental>sharp<\/accidental>/s);
  });

  it('moves every piece of a tied note, and unties it when asked', () => {
    const moved = corrected(two, { kind: 'pitch', noteId: 'c', pitch: { step: 'A', alter: 0, octave: 4 } });
    expect(noteById(moved.score, 'c')).toMatchObject({ midi: 69, tiedIds: ['e'] });
    const untied = corrected(two, { kind: 'tie', noteId: 'c', tied: false });
    expect(untied.score.notes.map(({ id }) => id)).toContain('e');
    expect(corrected(untied.xml, { kind: 'tie', noteId: 'c', tied: true }).score).toEqual(openScore(two).score);
  });

  it('ties two repeated notes', () => {
    const { score, alignment } = corrected(two, { kind: 'tie', noteId: 'f', tied: true });
    expect(noteById(score, 'f')).toMatchObject({ tiedIds: ['g'] });
    expect(alignment.notes.has('g')).toBe(false);
    expect(correct(two, { kind: 'tie', noteId: 'a', tied: true })).toEqual({ refusal: { code: 'nothing-to-tie' } });
  });

  it('gives a note to the other staff, where the hand rests', () => {
    const { score } = corrected(two, { kind: 'hand', noteId: 'b', side: 'left' });
    expect(noteById(score, 'b')).toMatchObject({ side: 'left', staff: 2, voice: '5', onsetTicks: 1 });
  });

  it('puts a second voice where the first sounds, and says when there is no room', () => {
    const { score } = corrected(two, {
      kind: 'add',
      bar: 0,
      side: 'right',
      atQuarters: 1,
      pitch: C5,
      value: { ...QUARTER, type: 'half' },
    });
    const added = score.notes.find(({ midi }) => midi === 72)!;
    expect(added).toMatchObject({ voice: '2', staff: 1 });
    expect(correct(two, { kind: 'voice', noteId: 'a', voice: '5' })).not.toHaveProperty('refusal');
    expect(correct(two, { kind: 'length', noteId: 'b', value: { ...QUARTER, type: 'whole' } })).toEqual({
      refusal: { code: 'too-long', leftQuarters: 3 },
    });
  });

  it('adds a note to a chord, but not the same key twice', () => {
    const chord = corrected(two, { kind: 'add', bar: 0, side: 'right', atQuarters: 0, pitch: C5, value: QUARTER });
    expect(chord.xml).toMatch(/<chord\/>/);
    expect(
      correct(chord.xml, { kind: 'add', bar: 0, side: 'right', atQuarters: 0, pitch: C5, value: QUARTER }),
    ).toEqual({
      refusal: { code: 'same-key' },
    });
  });

  it('hands key, metre and clefs on when the first bar goes', () => {
    const { score, alignment } = corrected(two, { kind: 'delete-bar', bar: 0 });
    expect(score.bars).toMatchObject([{ number: 1, key: { fifths: 1 }, metre: { beats: 4, beatType: 4 } }]);
    expect([...alignment.bars]).toEqual([[1, 0]]);
  });

  it('puts a bar at the end, and moves the closing barline there', () => {
    const { xml, score } = corrected(two, { kind: 'insert-bar', before: 2 });
    expect(score.bars.map(({ number }) => number)).toEqual([1, 2, 3]);
    expect(xml.indexOf('light-heavy')).toBeGreaterThan(xml.indexOf('number="3"'));
  });

  it('leaves the numbers of the others alone when an upbeat goes, and puts nothing before one', () => {
    const upbeat = two
      .replace('<measure number="1">', '<measure number="0" implicit="yes">')
      .replace('<measure number="2">', '<measure number="1">');
    expect(corrected(upbeat, { kind: 'delete-bar', bar: 0 }).score.bars.map(({ number }) => number)).toEqual([1]);
    expect(corrected(upbeat, { kind: 'insert-bar', before: 1 }).score.bars.map(({ number }) => number)).toEqual([
      0, 1, 2,
    ]);
    expect(correct(upbeat, { kind: 'insert-bar', before: 0 })).toEqual({ refusal: { code: 'before-upbeat' } });
  });

  it('words every refusal with what to do', () => {
    expect(explainRefusal({ code: 'too-long', leftQuarters: 1 })).toContain('Only 1 quarter is left');
    for (const code of ['no-such-note', 'no-such-bar', 'grace-note', 'off-keyboard', 'no-place', 'same-key'] as const)
      expect(explainRefusal({ code })).toMatch(/[;,] \w+/);
  });

  it('does not let the last note go', () => {
    const one = two.replace(/<note id="[b-g]".*?<\/note>/gs, '').replace(/<backup>.*?<\/backup>/gs, '');
    expect(correct(one, { kind: 'delete', noteId: 'a' })).toEqual({ refusal: { code: 'last-notes' } });
  });
});
