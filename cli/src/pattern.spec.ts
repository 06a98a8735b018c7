import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PATTERN_KINDS } from '@kettle-step/core';
import { patternDocumentSchema, type PatternDocument } from '@kettle-step/contract';
import { openScore } from '../../core/testing/musicxml';
import { schemaErrors } from '../../core/testing/schema';
import { call, enterFolder } from '../testing/program';

const { folder, leave } = enterFolder();
afterAll(leave);

const pattern = (...args: readonly string[]): PatternDocument => {
  const { status, stdout, stderr } = call(['pattern', ...args, '--json']);
  expect([status, stderr]).toEqual([0, '']);
  return patternDocumentSchema.parse(JSON.parse(stdout));
};

const fingers = (document: PatternDocument, side: 'right' | 'left'): string =>
  document.hands[side]!.notes.map(({ finger }) => finger).join('');

describe('kettle-step pattern', () => {
  it('prints a scale by the handbook, with its source, its families and how the hands meet', () => {
    const scale = pattern('--tonic', 'D', '--kind', 'major', '--direction', 'up');
    expect([fingers(scale, 'right'), fingers(scale, 'left')]).toEqual(['12312345', '54321321']);
    expect([scale.source, scale.sources.right?.kind]).toEqual(['handbook', 'handbook']);
    expect(scale.families.both).toEqual(['C', 'D', 'E', 'G', 'A']);
    expect(scale.together.slice(0, 4)).toEqual([
      { beat: 1, right: 1, left: 5, same: false, thumbs: 'right' },
      { beat: 2, right: 2, left: 4, same: false, thumbs: 'none' },
      { beat: 3, right: 3, left: 3, same: true, thumbs: 'none' },
      { beat: 4, right: 1, left: 2, same: false, thumbs: 'right' },
    ]);
    expect(scale.warnings).toEqual([]);
  });

  it('takes the engine’s fingers where no table has the pattern, or where they are asked for', () => {
    expect(pattern('--tonic', 'C', '--kind', 'double-thirds', '--hand', 'right').source).toBe('engine');
    const asked = pattern('--tonic', 'E', '--kind', 'major', '--source', 'engine', '--hand', 'right');
    expect([asked.source, asked.sources.right?.name, fingers(asked, 'right')]).toEqual([
      'engine',
      null,
      '123123454321321',
    ]);
  });

  it('writes it with its fingers, silent changes among them', async () => {
    const path = join(folder, 'octaves.musicxml');
    pattern('--tonic', 'Bb', '--kind', 'legato-octaves', '--hand', 'right', '--direction', 'down', '--out', path);
    const xml = readFileSync(path, 'utf8');
    expect(await schemaErrors(xml.replaceAll(/ id="(right|left)-[^"]+"/g, ''))).toEqual([]);
    const printed = openScore(xml).score.notes.map((note) => note.printed.map(({ finger }) => finger).join('-'));
    expect(printed.slice(0, 4)).toEqual(['1', '5', '1', '4-5']);
  });

  it('obeys the rules of a house, and the hand', () => {
    writeFileSync(join(folder, 'rules.json'), JSON.stringify({ arpeggioInner: 3 }));
    const arpeggio = pattern('--tonic', 'C', '--kind', 'arpeggio-major', '--hand', 'left', '--rules', 'rules.json');
    expect(fingers(arpeggio, 'left')).toBe('5321235');
    const wide = pattern('--tonic', 'C', '--kind', 'octave-chords', '--span-mm', '150');
    expect(wide.warnings.map(({ kind }) => kind)).toContain('rolled');
  });

  it.each(PATTERN_KINDS)('knows the kind %s', (kind) => {
    expect(pattern('--tonic', 'F', '--kind', kind).bars).toBeGreaterThan(0);
  });

  it.each([
    [[], '--tonic takes'],
    [['--tonic', 'C'], '--kind takes'],
    [['--tonic', 'C', '--kind', 'scale'], 'not "scale"'],
    [['--tonic', 'J', '--kind', 'major'], '"J" is not a note'],
    [['--tonic', 'D#', '--kind', 'major'], 'take Eb major'],
    [['--tonic', 'C', '--kind', 'major', '--octaves', '9'], 'from 1 to 4 octaves'],
    [['--tonic', 'C', '--kind', 'major', '--octaves', 'two'], '--octaves takes a whole number'],
    [['--tonic', 'C', '--kind', 'major', '--inversion', '1'], 'no inversions'],
    [['--tonic', 'C', '--kind', 'cadence', '--motion', 'contrary'], 'similar motion only'],
    [['--tonic', 'C', '--kind', 'major', '--motion', 'contrary', '--hand', 'left'], 'ask for both hands'],
    [['--tonic', 'C', '--kind', 'double-sixths', '--source', 'handbook'], 'No table of the handbook'],
    [['--tonic', 'C', '--kind', 'major', '--out', 'scale.png'], 'must end in one of'],
    [['--tonic', 'C', '--kind', 'major', '--speed', '3'], 'Unknown option'],
  ])('refuses %j in one sentence', (args, words) => {
    const { status, stdout, stderr } = call(['pattern', ...args]);
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toContain(words);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});
