import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { SIDES } from '@kettle-step/core';
import {
  planDocumentSchema,
  practiceDocumentSchema,
  togetherDocumentSchema,
  type PlanDocument,
} from '@kettle-step/contract';
import { zipSync, strToU8 } from 'fflate';
import { demoPieces } from '../../core/testing/demo';
import { ATTRIBUTES, openScore, partwise, pitched } from '../../core/testing/musicxml';
import { schemaErrors } from '../../core/testing/schema';
import { call, enterFolder } from '../testing/program';

const FIVE = partwise([
  ATTRIBUTES + ['C4', 'D4', 'E4', 'F4'].map((name) => pitched(name, 4)).join(''),
  pitched('G4', 16),
]);

const { folder, leave } = enterFolder();
afterAll(leave);

const file = (name: string, content: string | Uint8Array): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

const plan = (args: readonly string[], input?: string): PlanDocument => {
  const { status, stdout, stderr } = call(['finger', ...args], input);
  expect(stderr).toBe('');
  expect(status).toBe(0);
  return planDocumentSchema.parse(JSON.parse(stdout));
};

const fingersOf = (document: PlanDocument): (number | null)[] =>
  document.hands.right!.notes.map(({ finger }) => finger);

describe('kettle-step together', () => {
  it('prints both hands beat by beat, with the options of finger', () => {
    const { name, bytes } = demoPieces().find((piece) => piece.name.includes('stairs'))!;
    const path = file(`${name}.musicxml`, bytes);
    const { stdout, stderr } = call(['together', path, '--span-mm', '160']);
    expect(stderr).toBe('');
    const together = togetherDocumentSchema.parse(JSON.parse(stdout));
    expect(together.title).toBe('Two on the Stairs');
    expect(together.beats.length).toBeGreaterThan(8);
    expect(together.spots.map(({ difficulty }) => difficulty)).toEqual(
      together.spots.map(({ difficulty }) => difficulty).sort((a, b) => b - a),
    );
    for (const { difficulty, why } of together.beats) expect(why.length > 0).toBe(difficulty > 0);
    expect(call(['together']).stderr).toContain('kettle-step together takes one file or more');
  });
});

describe('kettle-step read-out', () => {
  it('prints the music in plain words, of some bars and one hand where that is asked for', () => {
    const path = file('five.musicxml', FIVE);
    const { stdout, stderr } = call(['read-out', path, '--hand', 'right', '--bars', '2']);
    expect(stderr).toBe('');
    expect(stdout).toMatch(/Right hand\. Bar two: the G above middle C with five, four counts\.\n$/);
    expect(call(['read-out', path]).stdout).toContain('Bar one: middle C with one, D with two');
    expect(call(['read-out', path, '--bars', '3-2']).stderr).toContain('as in 5-8, not "3-2"');
    expect(call(['finger', path, '--bars', '2']).stderr).toContain('--bars goes with read-out and practice');
  });
});

describe('kettle-step practice', () => {
  it('prints the steps, and writes them as a sheet of text or HTML', () => {
    const { name, bytes } = demoPieces().find((piece) => piece.name.includes('millrace'))!;
    const path = file(`${name}.musicxml`, bytes);
    const { stdout, stderr } = call(['practice', path, '--json', '--out', join(folder, 'sheet.html')]);
    expect(stderr).toBe('');
    const sheet = practiceDocumentSchema.parse(JSON.parse(stdout));
    expect(sheet.steps.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['finger-over', 'apart', 'tempo']));
    const page = readFileSync(join(folder, 'sheet.html'), 'utf8');
    expect(page.split('<li>')).toHaveLength(sheet.steps.length + 1);
    call(['practice', path, '--bars', '1-2', '--out', join(folder, 'sheet.txt')]);
    const text = readFileSync(join(folder, 'sheet.txt'), 'utf8');
    expect(text).toMatch(/^Millrace\n\n1\. Bar/);
    expect(text).toContain('If it hurts, tingles or stays tired: stop');
    expect(text).not.toMatch(/Bars? (1[0-9]|[3-9])/);
    expect(call(['practice', path, '--out', join(folder, 'sheet.pdf')]).stderr).toContain('must end in .txt or .html');
  });
});

describe('kettle-step finger', () => {
  it('prints the plan and nothing else, from a file or from standard input', () => {
    const fromFile = plan([file('five.musicxml', FIVE)]);
    expect(fingersOf(fromFile)).toEqual([1, 2, 3, 4, 5]);
    expect(plan(['-'], FIVE)).toEqual({ ...fromFile, file: '-' });
  });

  it('gives the same answer to the letter each time', () => {
    const path = file('five.musicxml', FIVE);
    expect(call(['finger', path]).stdout).toBe(call(['finger', path]).stdout);
  });

  it('opens packed files', () => {
    const packed = zipSync({ 'score.xml': strToU8(FIVE) });
    expect(fingersOf(plan([file('five.mxl', packed)]))).toEqual([1, 2, 3, 4, 5]);
  });

  it('holds locked fingers, for one hand only if asked', () => {
    const document = plan([file('five.xml', FIVE), '--lock', 'ks-1-1-1=2', '--hand', 'right', '--alternatives', '2']);
    expect(fingersOf(document)[0]).toBe(2);
    expect(document.hands.left).toBeUndefined();
    expect(document.hands.right!.alternatives!.filter(({ bar }) => bar === 1)).toHaveLength(2);
  });

  it.each(demoPieces())(
    'writes $name so that the published schema accepts it and it reads back',
    async ({ name, bytes }) => {
      const out = join(folder, `${name}-out.musicxml`);
      const document = plan([file(`${name}.musicxml`, bytes), '--out', out]);
      const written = readFileSync(out, 'utf8');
      expect(await schemaErrors(written)).toEqual([]);
      const printed = new Map(openScore(written).score.notes.map((note) => [note.id, note.printed[0]?.finger]));
      const planned = SIDES.flatMap((side) => document.hands[side]?.notes ?? []);
      for (const { id, finger } of planned) expect(printed.get(id)).toBe(finger ?? undefined);
    },
  );

  it('fits the plan to a measured hand', () => {
    const octave = partwise([ATTRIBUTES + pitched('C4', 16) + pitched('C5', 16, '<chord/>')]);
    const verdict = (span: string) =>
      plan([file('octave.xml', octave), '--span-mm', span]).hands.right!.reaches[0]?.verdict;
    expect([verdict('230'), verdict('150')]).toEqual(['easy', 'out-of-reach']);
  });

  it('prices what stands in the file, bar by bar, against the best', () => {
    // 5 on the first note of a rising five-finger line cannot be as good as 1.
    const printed = FIVE.replace(
      '</duration></note>',
      '</duration><notations><technical><fingering>5</fingering></technical></notations></note>',
    );
    const hand = plan([file('printed.xml', printed), '--score']).hands.right!;
    expect(hand.notes[0]?.finger).toBe(5);
    expect(hand.printed!.effort).toBeGreaterThan(hand.printed!.bestEffort);
    expect(hand.printed!.bars[0]).toMatchObject({ bar: 1, loss: expect.stringContaining('asks for') });
    expect(hand.printed!.bars.reduce((sum, { effort }) => sum + effort, 0)).toBeCloseTo(hand.printed!.effort, 2);
    const kept = plan([file('printed.xml', printed), '--only-open']).hands.right!;
    expect(kept.notes[0]?.finger).toBe(5);
    expect(kept.printed).toBeUndefined();
  });

  it('takes rules from a file and says where one is wrong', () => {
    const run = partwise([
      ATTRIBUTES + ['C4', 'D4', 'E4', 'F4', 'G4', 'A4', 'B4', 'C5'].map((name) => pitched(name, 2)).join(''),
    ]);
    const untaught = file('rules.json', '{"moves": {"thumb-under": "untaught"}}');
    const kinds = (...more: string[]) =>
      plan([file('run.xml', run), ...more]).hands.right!.moves.map(({ kind }) => kind);
    expect(kinds()).toContain('thumb-under');
    expect(kinds('--rules', untaught)).not.toContain('thumb-under');
    for (const wrong of ['{"moves": {"somersault": 1}}', '{"ties": 3}', 'rules'])
      expect(call(['finger', '-', '--rules', file('wrong.json', wrong)], FIVE).status).toBe(2);
  });

  it('can finger by the published model, and says what that does not cover', () => {
    const document = plan([file('five.xml', FIVE), '--model', 'published-1997']);
    expect(fingersOf(document)).toEqual([1, 2, 3, 4, 5]);
    const chord = partwise([ATTRIBUTES + pitched('C4', 16) + pitched('E4', 16, '<chord/>')]);
    const { warnings } = plan([file('chord.xml', chord), '--model', 'published-1997']);
    expect(warnings[0]?.message).toContain('covers single notes only');
  });

  it('says what each alternative spares and asks for', () => {
    const { alternatives } = plan([file('five.xml', FIVE), '--hand', 'right', '--alternatives', '3']).hands.right!;
    for (const { effortMore, gain, loss } of alternatives!) {
      expect(loss).toMatch(/^asks for .* \(\d+\.\d\)/);
      expect(gain === '' || gain.startsWith('spares ')).toBe(true);
      expect(effortMore).toBeGreaterThanOrEqual(0);
    }
  });

  it.each([
    ['no file', ['finger', 'nowhere.xml'], 'no file'],
    ['a folder', ['finger', '.'], 'is a folder'],
    ['an unknown command', ['play'], 'knows the command'],
    ['bad usage', ['finger', '-', '--hand', 'both-of-them'], '--hand takes'],
    ['a lock on a note that is not there', ['finger', '-', '--lock', 'x=1'], 'not in this piece'],
    ['a place that cannot be written', ['finger', '-', '--out', '/no/such/folder/out.xml'], 'cannot be written'],
  ])('ends with status 2 and one sentence for %s', (_what, args, sentence) => {
    const { status, stdout, stderr } = call(args, FIVE);
    expect(status).toBe(2);
    expect(stdout).toBe('');
    expect(stderr.trim().split('\n')).toEqual([expect.stringContaining(sentence)]);
  });

  it('ends with status 2 for what is no score', () => {
    for (const input of ['', 'hello', '<a/>', FIVE.slice(0, 400)])
      expect(call(['finger', '-'], input)).toMatchObject({ status: 2, stdout: '' });
  });

  it('takes ABC and MIDI like MusicXML, and writes the form that is named', () => {
    const abc = file('five.abc', 'X:1\nT:Five\nL:1/4\nK:C\nC D E F|G4|]\n');
    const out = join(folder, 'five-out.abc');
    expect(fingersOf(plan([abc, '--out', out]))).toEqual([1, 2, 3, 4, 5]);
    expect(readFileSync(out, 'utf8')).toContain('!1!C2 !2!D2 !3!E2 !4!F2 | !5!G8 |]');
    expect(call(['convert', abc, 'five.mid'])).toEqual({ status: 0, stdout: '', stderr: '' });
    expect(fingersOf(plan([join(folder, 'five.mid'), '--hand', 'right']))).toEqual([1, 2, 3, 4, 5]);
  });

  it('takes several files: a line each, and goes on after one that cannot be read', () => {
    const files = [file('one.xml', FIVE), file('bad.xml', FIVE.slice(0, 300)), file('two.abc', 'X:1\nK:C\nCDE|\n')];
    const { status, stdout, stderr } = call(['finger', ...files, 'gone.xml', '--out-dir', 'done/here']);
    const plans = stdout
      .trim()
      .split('\n')
      .map((line) => planDocumentSchema.parse(JSON.parse(line)));
    expect(plans.map((one) => one.file)).toEqual([files[0], files[2]]);
    expect(status).toBe(2);
    expect(stderr.trim().split('\n')).toEqual([
      expect.stringContaining(`${files[1]}: The file stops in the middle`),
      'gone.xml: There is no file "gone.xml".',
    ]);
    expect(readdirSync(join(folder, 'done/here')).sort()).toEqual(['one.xml', 'two.abc']);
    expect(readFileSync(join(folder, 'done/here/two.abc'), 'utf8')).toContain('!1!C');
  });

  it('counts several files on standard error for one who watches', () => {
    const files = [file('first.xml', FIVE), file('second.xml', FIVE)];
    expect(call(['finger', ...files], '', true).stderr).toBe(`1 of 2: ${files[0]}\n2 of 2: ${files[1]}\n`);
    expect(call(['finger', ...files]).stderr).toBe('');
    expect(call(['finger', files[0]!], '', true).stderr).toBe('');
  });

  it('knows its own commands only', () => {
    for (const name of ['constructor', 'toString', '__proto__'])
      expect(call([name])).toMatchObject({ status: 2, stderr: expect.stringContaining('knows the commands') });
  });

  it('never writes over the music that was brought along', () => {
    const path = file('own.xml', FIVE);
    mkdirSync(join(folder, 'other'), { recursive: true });
    writeFileSync(join(folder, 'other/own.xml'), FIVE);
    const { status, stderr } = call(['finger', path, 'other/own.xml', '--out-dir', '.']);
    expect(status).toBe(2);
    expect(stderr).toContain('is the file itself');
    expect(call(['finger', path, 'other/own.xml', '--out-dir', 'apart']).stderr).toContain('is called "own.xml" too');
    expect(readFileSync(path, 'utf8')).toBe(FIVE);
  });

  it('shows its words when asked', () => {
    for (const args of [['--help'], ['help'], ['finger', '--help']])
      expect(call(args)).toMatchObject({
        status: 0,
        stderr: '',
        stdout: expect.stringContaining('Usage: kettle-step'),
      });
    const { stdout } = call(['--help']);
    for (const words of ['--span-mm <mm>', 'read-out', '--tonic <note>', '--out-dir <folder>', 'convert'])
      expect(stdout).toContain(words);
  });
});

describe('kettle-step convert', () => {
  it.each(['musicxml', 'mxl', 'abc'])('carries fingers from %s to every other form that has them', (form) => {
    const [piece] = demoPieces().slice(-1);
    const first = file('piece.musicxml', piece!.bytes);
    expect(call(['convert', first, `by-${form}.${form}`]).status).toBe(0);
    expect(call(['convert', `by-${form}.${form}`, 'home.musicxml']).status).toBe(0);
    const fingers = (path: string): (number | undefined)[] =>
      openScore(readFileSync(join(folder, path))).score.notes.map(({ printed }) => printed[0]?.finger);
    expect(fingers('home.musicxml')).toEqual(fingers('piece.musicxml'));
  });

  it('tells on standard error what it read around, and ends with 2 for what it cannot read', () => {
    const told = call(['convert', file('odd.abc', 'X:1\nK:C\nC !foo!E|\n'), 'odd.musicxml']);
    expect(told).toMatchObject({ status: 0, stderr: 'Line 3, column 3: Unknown decoration: foo.\n' });
    expect(call(['convert', file('no.mid', 'MThd'), 'no.abc'])).toMatchObject({ status: 2, stdout: '' });
  });
});
