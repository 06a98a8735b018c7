import { ATTRIBUTES, openScore, partwise, pitched } from '../../../testing/musicxml';
import { beatOf } from '../../score/score';

const onsets = (text: string): (readonly [string, number, number])[] => {
  const { score } = openScore(text);
  return score.notes.map((note) => [
    note.pitch.step + note.pitch.octave,
    note.onsetTicks / score.ticksPerQuarter,
    note.durationTicks / score.ticksPerQuarter,
  ]);
};

describe('reading MusicXML', () => {
  it('follows chords, backup and forward through two voices', () => {
    const bar =
      ATTRIBUTES +
      pitched('E4', 8, '<voice>1</voice>') +
      pitched('G4', 8, '<chord/><voice>1</voice>') +
      pitched('F4', 8, '<voice>1</voice>') +
      '<backup><duration>16</duration></backup><forward><duration>4</duration></forward>' +
      pitched('C4', 12, '<voice>2</voice>');
    expect(onsets(partwise([bar]))).toEqual([
      ['E4', 0, 2],
      ['G4', 0, 2],
      ['C4', 1, 3],
      ['F4', 2, 2],
    ]);
  });

  it('folds ties across barlines into one note and keeps the ids of what is tied on', () => {
    const { score } = openScore(
      partwise([
        ATTRIBUTES + pitched('C4', 16, '<tie type="start"/>'),
        pitched('C4', 16, '<tie type="stop"/><tie type="start"/>'),
        pitched('C4', 8, '<tie type="stop"/>') + pitched('C4', 8),
      ]),
    );
    expect(score.notes.map((note) => note.durationTicks / score.ticksPerQuarter)).toEqual([10, 2]);
    expect(score.notes[0]?.tiedIds).toEqual(['ks-1-2-1', 'ks-1-3-1']);
  });

  it('takes a tie that comes from nowhere as a struck note, and says so', () => {
    const { score } = openScore(partwise([ATTRIBUTES + pitched('C4', 16, '<tie type="stop"/>')]));
    expect(score.notes).toHaveLength(1);
    expect(score.issues).toEqual([{ bar: 0, code: 'tie-without-start', pitch: 'C4' }]);
  });

  it('keeps triplets and quintuplets exact whatever the divisions', () => {
    const tuplet =
      '<time-modification><actual-notes>3</actual-notes><normal-notes>2</normal-notes></time-modification>';
    const triplets = ['C4', 'D4', 'E4'].map((name) => pitched(name, 1, tuplet)).join('');
    const quintuplets = ['C4', 'D4', 'E4', 'F4', 'G4'].map((name) => pitched(name, 1)).join('');
    const { score } = openScore(
      partwise([
        ATTRIBUTES.replace('<divisions>4<', '<divisions>3<') +
          triplets +
          '<attributes><divisions>5</divisions></attributes>' +
          quintuplets,
      ]),
    );
    expect(score.ticksPerQuarter).toBe(15);
    expect(score.notes.map((note) => note.onsetTicks)).toEqual([0, 5, 10, 15, 18, 21, 24, 27]);
    expect(score.notes[0]?.tuplet).toEqual({ actual: 3, normal: 2 });
  });

  it('reads decimal divisions exactly', () => {
    const { score } = openScore(
      partwise([ATTRIBUTES.replace('<divisions>4<', '<divisions>2.5<') + pitched('C4', 5) + pitched('D4', 5)]),
    );
    expect(score.notes.map((note) => note.onsetTicks / score.ticksPerQuarter)).toEqual([0, 2]);
  });

  it('numbers a pickup 0 and counts its beats to the barline', () => {
    const { score } = openScore(
      partwise([
        `<measure number="0" implicit="yes">${ATTRIBUTES}${pitched('G4', 4)}</measure>`,
        `<measure number="1">${pitched('C5', 16)}</measure>`,
      ]),
    );
    expect(score.bars.map((bar) => bar.number)).toEqual([0, 1]);
    // The upbeat of a 4/4 piece is beat 4 (common practice, no source).
    expect(score.notes.map((note) => beatOf(score, note))).toEqual([4, 1]);
  });

  it('counts beats in the metre, also as fractions, and follows changes of key and metre', () => {
    const change =
      '<attributes><key><fifths>-3</fifths><mode>minor</mode></key><time><beats>6</beats><beat-type>8</beat-type></time></attributes>';
    const { score } = openScore(
      partwise([ATTRIBUTES + pitched('C4', 6) + pitched('D4', 10), change + pitched('E4', 6) + pitched('F4', 6)]),
    );
    expect(score.notes.map((note) => beatOf(score, note))).toEqual([1, 2.5, 1, 4]);
    expect(score.bars[1]).toMatchObject({ key: { fifths: -3, mode: 'minor' }, metre: { beats: 6, beatType: 8 } });
  });

  it('carries grace notes, in order, before what they adorn', () => {
    const grace = (name: string): string =>
      pitched(name, 0).replace('<note>', '<note><grace/>').replace('<duration>0</duration>', '');
    const { score } = openScore(partwise([ATTRIBUTES + grace('D4') + grace('E4') + pitched('C4', 16)]));
    expect(score.notes.map((note) => [note.pitch.step, note.graceIndex])).toEqual([
      ['D', 0],
      ['E', 1],
      ['C', null],
    ]);
  });

  it('carries articulations, fermatas, slurs, rolled chords and printed fingers', () => {
    const notations = (inside: string): string => `<notations>${inside}</notations>`;
    const { score } = openScore(
      partwise([
        ATTRIBUTES +
          pitched(
            'C4',
            8,
            notations(
              '<slur type="start" number="1"/><technical><fingering>3</fingering><fingering substitution="yes">1</fingering><fingering alternate="yes">2</fingering></technical><articulations><staccato/><accent/></articulations>',
            ),
          ) +
          pitched(
            'E4',
            8,
            notations(
              '<slur type="stop" number="1"/><fermata/><arpeggiate/><technical><fingering>2-1</fingering></technical>',
            ),
          ),
      ]),
    );
    const [first, second] = score.notes;
    expect(first?.articulations).toEqual(['staccato', 'accent']);
    expect(first?.printed).toEqual([
      { finger: 3, substitution: false, alternate: false },
      { finger: 1, substitution: true, alternate: false },
      { finger: 2, substitution: false, alternate: true },
    ]);
    expect(second).toMatchObject({ fermata: true, arpeggiated: true });
    expect(second?.printed.map((printed) => [printed.finger, printed.substitution])).toEqual([
      [2, false],
      [1, true],
    ]);
    expect(score.slurs).toMatchObject([{ fromId: first?.id, toId: second?.id, side: 'right' }]);
  });

  it('carries repeats, endings, tempo, dynamics, pedal, clefs and octave shifts where they stand', () => {
    const direction = (type: string, sound = ''): string =>
      `<direction><direction-type>${type}</direction-type>${sound}</direction>`;
    const { score } = openScore(
      partwise([
        ATTRIBUTES +
          '<barline location="left"><repeat direction="forward"/></barline>' +
          direction(
            '<metronome><beat-unit>quarter</beat-unit><beat-unit-dot/><per-minute>40</per-minute></metronome>',
          ) +
          direction('<dynamics><mf/></dynamics>') +
          direction('<pedal type="start"/>') +
          pitched('C4', 8) +
          direction('<octave-shift type="down" size="8"/>') +
          pitched('C6', 8),
        '<barline location="left"><ending number="1" type="start"/></barline>' +
          pitched('C4', 16) +
          '<barline location="right"><ending number="1" type="stop"/><repeat direction="backward"/></barline>',
        '<barline location="left"><ending number="2" type="start"/></barline>' + pitched('C4', 16),
      ]),
    );
    expect(score.bars.map(({ repeatStart, repeatEnd, endings }) => [repeatStart, repeatEnd, endings])).toEqual([
      [true, 0, []],
      [false, 2, [1]],
      [false, 0, [2]],
    ]);
    const half = 2 * score.ticksPerQuarter;
    expect(score.marks).toEqual(
      expect.arrayContaining([
        // A dotted quarter at 40 is a quarter at 60.
        { kind: 'tempo', onsetTicks: 0, quartersPerMinute: 60 },
        { kind: 'dynamic', onsetTicks: 0, staff: 1, text: 'mf' },
        { kind: 'pedal', onsetTicks: 0, down: true },
        { kind: 'clef', onsetTicks: 0, staff: 1, sign: 'G', line: 2 },
        { kind: 'octave-shift', onsetTicks: half, staff: 1, octaves: 1 },
      ]),
    );
  });

  it('leaves out rests, cues and hidden notes, and reads around notes it cannot', () => {
    const { score } = openScore(
      partwise([
        ATTRIBUTES +
          '<note><rest/><duration>4</duration></note>' +
          pitched('C4', 4).replace('<note>', '<note print-object="no">') +
          '<note><pitch><step>H</step><octave>4</octave></pitch><duration>4</duration></note>' +
          pitched('C9', 2) +
          pitched('D4', 2),
      ]),
    );
    expect(score.notes.map((note) => note.pitch.step)).toEqual(['D']);
    expect(score.issues.map((issue) => issue.code)).toEqual(['unreadable-note', 'off-keyboard']);
  });

  it('gives the same score for a timewise as for a partwise document', () => {
    const [one, two] = [ATTRIBUTES + pitched('C4', 16), pitched('D4', 16)];
    const timewise = `<score-timewise version="1.0"><part-list><score-part id="P1"><part-name>Piano</part-name></score-part></part-list><measure number="1"><part id="P1">${one}</part></measure><measure number="2"><part id="P1">${two}</part></measure></score-timewise>`;
    expect(openScore(timewise).score).toEqual(openScore(partwise([one, two], '1.0')).score);
  });

  it.each(['1.0', '1.1', '2.0', '3.0', '3.1', '4.0'])('reads version %s', (version) => {
    expect(openScore(partwise([ATTRIBUTES + pitched('C4', 16)], version)).score.notes).toHaveLength(1);
  });
});

describe('finding the hands', () => {
  const part = (id: string, content: string): string =>
    `<part id="${id}"><measure number="1">${content}</measure></part>`;
  const score = (parts: readonly (readonly [string, string, string])[]): string =>
    `<score-partwise><part-list>${parts
      .map(([id, name]) => `<score-part id="${id}"><part-name>${name}</part-name></score-part>`)
      .join('')}</part-list>${parts.map(([id, , content]) => part(id, content)).join('')}</score-partwise>`;
  const high = ATTRIBUTES + pitched('E5', 16);
  const low = ATTRIBUTES.replace('<sign>G</sign><line>2</line>', '<sign>F</sign><line>4</line>') + pitched('E3', 16);
  const sides = (text: string): string[] => openScore(text).score.notes.map((note) => note.side + note.pitch.octave);

  it('takes two staves of one part', () => {
    const grand =
      ATTRIBUTES.replace('<clef>', '<staves>2</staves><clef>') +
      pitched('E5', 16, '<staff>1</staff>') +
      '<backup><duration>16</duration></backup>' +
      pitched('E3', 16, '<staff>2</staff>');
    expect(sides(score([['P1', 'Piano', grand]]))).toEqual(['left3', 'right5']);
    // A voice above the piano is left alone.
    expect(
      sides(
        score([
          ['P1', 'Voice', high],
          ['P2', 'Piano', grand],
        ]),
      ),
    ).toEqual(['left3', 'right5']);
  });

  it('takes two parts of one staff, whichever comes first', () => {
    expect(sides(score([['P1', 'Upper', high], ['P2', 'Lower', low]]))).toEqual(['left3', 'right5']); // prettier-ignore
    expect(sides(score([['P1', 'Lower', low], ['P2', 'Upper', high]]))).toEqual(['left3', 'right5']); // prettier-ignore
  });

  it('takes a single staff as the hand of its clef', () => {
    expect(sides(score([['P1', 'Study', high]]))).toEqual(['right5']);
    expect(sides(score([['P1', 'Study', low]]))).toEqual(['left3']);
  });
});
