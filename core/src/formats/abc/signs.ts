import { tonicName, type Pitch } from '../../keyboard/pitch';
import type { Key, Metre } from '../../score/score';
import { gcd } from '../notation/gcd';

/** Signs of ABC 2.1 that both a written tune and one that is being typed are made of. */

/**
 * Ticks to a quarter while reading: fine enough for 128ths in triplets, quintuplets, septuplets and ninths; brought down to
 * what the tune needs afterwards.
 */
export const ABC_TICKS = 10_080;

/** A length in units: nothing for one, `3` for three, `/2` for a half, `3/2`. */
export const lengthText = (over: number, under: number): string => {
  const common = gcd(over, under);
  const [n, d] = [over / common, under / common];
  return `${n === 1 ? '' : n}${d === 1 ? '' : `/${d}`}`;
};

export const ACCIDENTALS: Readonly<Record<number, string>> = { [-2]: '__', [-1]: '_', 0: '=', 1: '^', 2: '^^' };

/** A pitch without its accidental. @example letterText({ step: 'C', alter: 0, octave: 5 }) // => 'c' */
export const letterText = ({ step, octave }: Pitch): string =>
  octave >= 5 ? step.toLowerCase() + "'".repeat(octave - 5) : step + ','.repeat(4 - octave);

/** @example keyText({ fifths: -1, mode: 'minor' }) // => 'Dm' */
export const keyText = (key: Key): string => tonicName(key) + (key.mode === 'minor' ? 'm' : '');

export const metreText = ({ beats, beatType }: Metre): string => `${beats}/${beatType}`;
