import { pitchOf, spokenName } from '../keyboard/pitch';
import { barInWords, numberOfBar } from '../score/bar-words';
import type { Score } from '../score/score';
import type { Slip } from './hearing';
import type { Place } from './passage';

/** Halves and quarters of beats as they are said: to one place. */
const beatWords = (beat: number): string => String(Math.round(beat * 10) / 10);

/** @example 'bar 4, beat 1' */
export const placeInWords = (score: Pick<Score, 'bars'>, { bar, beat, pass }: Place): string => {
  const time = pass > 1 ? `, time ${pass}` : '';
  return `${barInWords(numberOfBar(score, bar))}${time}, beat ${beatWords(beat)}`;
};

const keyName = (midi: number): string => spokenName(pitchOf(midi));

const wrongWords = (name: string, apart: number): string => {
  if (apart === 12) return `${name} an octave too high`;
  return apart === -12 ? `${name} an octave too low` : `in place of ${name}`;
};

/** What was played otherwise, in a teacher's words, without its place. @example 'waited 1.2 beats' */
export const wordSlip = (score: Pick<Score, 'bars'>, slip: Slip): string => {
  switch (slip.kind) {
    case 'wrong': {
      const apart = slip.played - slip.midi;
      const words = wrongWords(slip.name, apart);
      return Math.abs(apart) === 12 ? words : `${keyName(slip.played)} ${words}`;
    }
    case 'missed':
      return `${slip.name} was left out`;
    case 'added':
      return `a key too many: ${keyName(slip.played)}`;
    case 'left-out':
      return `nothing was played from here to ${placeInWords(score, slip.next)}`;
    case 'restart':
      return `began again from here, after ${placeInWords(score, slip.reached)}`;
    case 'halt':
      return `waited ${slip.beats.toFixed(1)} beats before it`;
    case 'apart':
      return `the ${slip.late} hand came ${Math.round(slip.ms / 10) * 10} ms late`;
    case 'let-go':
      return `${slip.name} was let go early, after ${(slip.heldMs / 1000).toFixed(1)} of ${(slip.writtenMs / 1000).toFixed(1)} seconds`;
  }
};
