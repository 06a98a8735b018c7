import { SIDES, type Side } from '../hand/hand';
import { fifthsOf, midiOf } from '../keyboard/pitch';
import { handbookFingering, type HouseRules } from './fingering';
import { makePattern, type Pattern } from './pattern';
import { shapeOf } from './tables';
import { keyOfTonic, modeOf, readTonic, tonicsOf, type PatternWish } from './wish';

/** The keys that are played alike: by each hand, and by both together. The key itself is one of them. */
export interface Families {
  /** Empty where the handbook has no fingers for the key that is asked for. */
  readonly right: readonly string[];
  readonly left: readonly string[];
  readonly both: readonly string[];
  /** The keys whose notes make the same shape of black and white, so that the hand feels the same. */
  readonly shape: readonly string[];
}

/** Each key of the piano once, by the name with the fewest sharps or flats; the key that is asked for by its own. */
export const distinctTonics = (wish: PatternWish): readonly string[] => {
  const mode = modeOf(wish);
  const fifths = (name: string): number => fifthsOf(readTonic(name)!, mode);
  // Of six sharps and six flats, major is usually written as F sharp, minor as E flat.
  const usual = (name: string): number => (mode === 'minor' ? fifths(name) : -fifths(name));
  const names = [...tonicsOf(wish)].sort((a, b) => Math.abs(fifths(a)) - Math.abs(fifths(b)) || usual(a) - usual(b));
  const byKey = new Map<number, string>([[keyOfTonic(wish.tonic), wish.tonic]]);
  for (const name of names) if (!byKey.has(keyOfTonic(name))) byKey.set(keyOfTonic(name), name);
  return [...byKey].sort(([a], [b]) => a - b).map(([, name]) => name);
};

/** One octave up and down says which fingers a key has. */
const inKey = (wish: PatternWish, tonic: string): Pattern | undefined => {
  const made = makePattern({
    ...wish,
    tonic,
    octaves: 1,
    direction: 'both',
    motion: 'similar',
    distance: 'octave',
    sides: SIDES,
  });
  return made.kind === 'ok' ? made.value : undefined;
};

const fingersIn = (pattern: Pattern, side: Side, rules: HouseRules): string | undefined => {
  const found = handbookFingering(pattern, side, rules);
  return found && [...found.fingers.values()].join('');
};

/** The keys on the way up, as the hand feels them. */
const feelOf = ({ hands }: Pattern): string => {
  const keys = hands.right.filter(({ falling }) => !falling).flatMap(({ pitches }) => pitches.map(midiOf));
  return shapeOf([...new Set(keys)].sort((a, b) => a - b));
};

/** The keys that are like this one, from C upward. */
export const familiesOf = (wish: PatternWish, rules: HouseRules): Families => {
  const known = distinctTonics(wish).flatMap((tonic) => {
    const pattern = inKey(wish, tonic);
    if (!pattern) return [];
    const hands = { right: fingersIn(pattern, 'right', rules), left: fingersIn(pattern, 'left', rules) };
    return [{ tonic, hands, feel: feelOf(pattern) }];
  });
  const own = known.find(({ tonic }) => tonic === wish.tonic);
  const alike = (sides: readonly Side[]): readonly string[] =>
    known
      .filter(({ hands }) => sides.every((side) => hands[side] !== undefined && hands[side] === own?.hands[side]))
      .map(({ tonic }) => tonic);
  return {
    right: alike(['right']),
    left: alike(['left']),
    both: alike(SIDES),
    shape: known.filter(({ feel }) => feel === own?.feel).map(({ tonic }) => tonic),
  };
};
