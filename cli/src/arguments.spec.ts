import { DEFAULT_HAND, SIDES } from '@kettle-step/core';
import { readConvertRequest, readFingerRequest } from './arguments';

const read = (...args: string[]) => readFingerRequest(args);

describe('the words after kettle-step finger', () => {
  it('mean both hands of a usual size when only a file is named', () => {
    expect(read('tune.xml')).toEqual({
      kind: 'ok',
      value: {
        files: ['tune.xml'],
        sides: SIDES,
        hand: DEFAULT_HAND,
        locks: new Map(),
        alternatives: 0,
        output: undefined,
        model: 'kettle-step',
        rules: undefined,
        ties: undefined,
        score: false,
        onlyOpen: false,
        choice: { parts: [], tune: 0 },
      },
    });
  });

  it('choose hand, size, locks, alternatives and a file to write', () => {
    const request = read(
      ...['-', '--hand', 'left', '--span-mm', '180', '--lock', 'a=1', '--lock', 'b=c=5', '--alternatives', '3'],
      ...['--json', '--out', 'out.musicxml'],
    );
    expect(request).toMatchObject({
      kind: 'ok',
      value: {
        files: ['-'],
        sides: ['left'],
        hand: { span15Mm: 180 },
        alternatives: 3,
        output: { kind: 'file', path: 'out.musicxml', form: 'musicxml' },
      },
    });
    expect(request.kind === 'ok' && [...request.value.locks]).toEqual([
      ['a', 1],
      ['b=c', 5],
    ]);
  });

  it.each([
    [[], 'one file or more'],
    [['-', '-'], 'only once'],
    [['a.xml', 'b.xml', '--out', 'c.xml'], '--out names one file'],
    [['a.xml', '--out', 'c.xml', '--out-dir', 'd'], 'do not go together'],
    [['-', '--out-dir', 'd'], 'Standard input has no name'],
    [['a.xml', 'b.xml', '--lock', 'n1=1'], '--lock names a note of one piece'],
    [['a.xml', '--hand', 'third'], '--hand takes right, left or both'],
    [['a.xml', '--span-mm', 'wide'], '--span-mm takes a length'],
    [['a.xml', '--span-mm', '20'], 'from 100 to 300 mm'],
    [['a.xml', '--lock', 'n1'], '--lock takes a note id'],
    [['a.xml', '--lock', 'n1=6'], '--lock takes a note id'],
    [['a.xml', '--alternatives', '-1'], 'alternatives'],
    [['a.xml', '--alternatives', '500'], '--alternatives takes a number'],
    [['a.xml', '--out', 'a.pdf'], 'must end in one of .musicxml, .mxl, .abc, .mid'],
    [['a.abc', '--tune', '0'], '--tune takes'],
    [['a.xml', '--tempo', '3'], 'tempo'],
    [['a.xml', '--ties', '2'], '--ties takes a strength'],
    [['a.xml', '--ties', 'soft'], '--ties takes a strength'],
    [['a.xml', '--model', 'newest'], '--model takes'],
  ])('are refused in one sentence: %j', (args, sentence) => {
    const request = read(...args);
    expect(request).toMatchObject({ kind: 'error', error: expect.stringContaining(sentence) });
    expect(request.kind === 'error' && request.error).not.toContain('\n');
  });
});

describe('the words after kettle-step convert', () => {
  it('name what is read, what is written and which part or tune', () => {
    expect(readConvertRequest(['a.abc', 'b.mid', '--tune', '2', '--part', 'P1'])).toEqual({
      kind: 'ok',
      value: { file: 'a.abc', out: { path: 'b.mid', form: 'mid' }, tune: 1, parts: ['P1'] },
    });
  });

  it.each([
    [['a.abc'], 'two files'],
    [['a.abc', 'b.wav'], 'must end in'],
    [['a.abc', 'b.mid', '--tune', 'x'], '--tune takes'],
    [['a.abc', 'b.mid', '--loud'], 'loud'],
  ])('are refused in one sentence: %j', (args, sentence) => {
    expect(readConvertRequest(args)).toMatchObject({ kind: 'error', error: expect.stringContaining(sentence) });
  });
});
