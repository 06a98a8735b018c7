import {
  DIRECTIONS,
  DISTANCES,
  MOTIONS,
  PATTERN_KINDS,
  patternWish,
  type Hand,
  type PatternWish,
  type Result,
  type WantedSource,
} from '@kettle-step/core';
import { Command } from 'commander';
import { BadUsage, oneOf, OPTIONS, outFile, reading, wholeNumber, type OutFile } from './values';

/** What `kettle-step pattern` was asked to do. */
export interface PatternRequest {
  readonly wish: PatternWish;
  /** Undefined where it was left open: the handbook where it has the pattern, else the engine. */
  readonly source: WantedSource | undefined;
  readonly hand: Hand;
  /** A JSON file of rules, not yet read. */
  readonly rules: string | undefined;
  readonly out: OutFile | undefined;
}

export const patternCommand = (): Command => {
  const command = new Command('pattern')
    .description('prints a scale, an arpeggio or another pattern with its fingers as a line of JSON')
    .option('--tonic <note>', 'the note it begins on, as in F# or Eb')
    .option('--kind <kind>', `${PATTERN_KINDS.join(', ')}`, oneOf('kind', PATTERN_KINDS));
  return command
    .option('--mode <mode>', 'major or minor', oneOf('mode', ['major', 'minor']))
    .option('--inversion <n>', 'which inversion of a chord', wholeNumber('inversion'), 0)
    .option('--octaves <n>', 'how far it goes', wholeNumber('octaves'), 1)
    .option('--direction <direction>', DIRECTIONS.join(', '), oneOf('direction', DIRECTIONS), 'both')
    .option('--motion <motion>', MOTIONS.join(', '), oneOf('motion', MOTIONS), 'similar')
    .option('--distance <distance>', DISTANCES.join(', '), oneOf('distance', DISTANCES), 'octave')
    .option('--figure <notes>', 'notes of a broken chord at a time: 3 or 4', oneOf('figure', ['3', '4']), '3')
    .addOption(OPTIONS.hand())
    .option('--source <source>', 'the handbook’s fingers, or the engine’s', oneOf('source', ['handbook', 'engine']))
    .addOption(OPTIONS.span())
    .addOption(OPTIONS.rules())
    .addOption(OPTIONS.json())
    .option('--out <file>', 'writes it with its fingers, in the form that the name ends in', outFile);
};

/** The values of the options, as their parsers read them. */
type PatternValues = Partial<Pick<PatternWish, 'tonic' | 'kind' | 'mode'>> &
  Pick<PatternWish, 'inversion' | 'octaves' | 'direction' | 'motion' | 'distance'> &
  Omit<PatternRequest, 'wish' | 'hand'> & {
    readonly figure: '3' | '4';
    readonly hand: PatternWish['sides'];
    readonly spanMm: Hand;
    readonly json: boolean;
  };

/** Reads the words after `kettle-step pattern`; an error is one sentence. */
export const readPatternRequest = (args: readonly string[]): Result<PatternRequest, string> => {
  const command = patternCommand();
  return reading(command.allowExcessArguments(false), args, (): PatternRequest => {
    const { source, spanMm: hand, rules, out, figure, hand: sides, json: _, ...wish } = command.opts<PatternValues>();
    const { tonic, kind } = wish;
    if (tonic === undefined)
      throw new BadUsage('--tonic takes the note a pattern begins on, as in F# or Eb, and is needed.');
    if (kind === undefined) throw new BadUsage(`--kind takes ${PATTERN_KINDS.join(', ')}, and is needed.`);
    return {
      wish: patternWish({ ...wish, tonic, kind, sides, figure: figure === '3' ? 3 : 4 }),
      source,
      hand,
      rules,
      out,
    };
  });
};
