import type { RoadSign } from '../../score/score';

/** Decorations of ABC 2.1 that send the player elsewhere; those of whole phrases (“D.C.alfine”) begin alike. */
const SIGN_OF: readonly (readonly [RegExp, RoadSign])[] = [
  [/^segno$/, 'segno'],
  [/^coda$/, 'coda'],
  [/^dacoda$/, 'to-coda'],
  [/^fine$/, 'fine'],
  [/^(dacapo|D\.C\.)/, 'da-capo'],
  [/^D\.S\./, 'dal-segno'],
];

/** The signs among the decorations of a note or a bar line. */
export const roadSignsOf = (decorations: readonly string[]): RoadSign[] =>
  decorations.flatMap((name) => SIGN_OF.filter(([pattern]) => pattern.test(name)).map(([, sign]) => sign));
