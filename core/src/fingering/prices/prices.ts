import fitted from './weights.json';

/**
 * What effort is made of. Each price has the unit its amounts are counted in, where its starting value comes from, and the
 * words that tell a teacher what costs. Terms charge amounts; weights.json has the price of each.
 */
interface PriceWords {
  readonly unit: string;
  readonly source: string;
  /** What is paid for, as in “asks for …” and “spares …”. */
  readonly what: string;
}

const TRIAL = 'second trial (docs/engine.md)';
const FIRST_TRIAL = 'first trial (docs/engine.md)';
const THIRD_TRIAL = 'third trial (docs/engine.md)';
const CRAFT = 'common practice, no source';

const words = (unit: string, source: string, what: string): PriceWords => ({ unit, source, what });

export const PRICES = {
  leaveNear: words('u within half a key of rest', TRIAL, 'fingers beside their resting places'),
  leaveThumbOut: words('u beyond half a key of rest', TRIAL, 'the thumb reaching out of its place'),
  leaveThumbIn: words('u beyond half a key of rest', TRIAL, 'the thumb drawn in from its place'),
  leave2: words('u beyond half a key of rest', TRIAL, '2 out of its place'),
  leave3: words('u beyond half a key of rest', TRIAL, '3 out of its place'),
  leave4: words('u beyond half a key of rest', TRIAL, '4 out of its place'),
  leave5: words('u beyond half a key of rest', TRIAL, '5 out of its place'),
  leaveFarSquared: words('u² beyond half a key of rest', TRIAL, 'a finger far out of its place'),
  openHand: words('single note', TRIAL, 'an open hand'),
  thumbOnBlack: words('note', TRIAL, 'the thumb on a black key'),
  fifthOnBlack: words('note', TRIAL, '5 on a black key'),
  thumbBesideWhite: words('neighbouring white key', TRIAL, 'going in for the thumb on black and out again'),
  fifthBesideWhite: words('neighbouring white key', TRIAL, 'going in for 5 on black and out again'),
  use3: words('note with 3', TRIAL, 'more work for 3'),
  use4: words('note with 4', TRIAL, 'more work for 4'),
  use5: words('note with 5', TRIAL, 'more work for 5'),
  chordSpread: words('u off ease, by pair', FIRST_TRIAL, 'spread or squeezed fingers in a chord'),
  chordSpreadSquared: words('u² off ease, by pair', FIRST_TRIAL, 'two fingers of a chord far spread or squeezed'),
  stretchAtLimit: words('pair at the limit of the hand', CRAFT, 'a reach near the limit of this hand'),
  rolledExcess: words('u beyond the hand', CRAFT, 'a roll beyond what the hand spans'),
  thumbUnderChord: words('chord', CRAFT, 'the thumb under another finger in one chord'),
  startElsewhere: words('piece', TRIAL, 'a start outside the position of the key'),
  startOffHome: words('piece', TRIAL, 'a first finger that is not at rest'),
  startOpen: words('piece', TRIAL, 'a start with the hand open'),

  hinge: words('finger change on a repeated key', TRIAL, 'a finger change on a repeated key'),
  hingeEarly: words('finger change before the last stroke', CRAFT, 'a finger change earlier than it is needed'),
  hingePerU: words('u', TRIAL, 'travel of the hand with a finger change'),
  extension: words('extension', TRIAL, 'an extension'),
  extensionPerU: words('u', TRIAL, 'opening the hand wide'),
  contraction: words('contraction', TRIAL, 'a contraction'),
  contractionPerU: words('u', TRIAL, 'closing the hand far'),
  chromaticStep: words('step', CRAFT, 'going into the narrow hand of a chromatic line'),
  changeOfShape: words('change', TRIAL, 'opening or closing the whole hand'),
  shiftSlur: words('shift in a slur', TRIAL, 'a jump inside the slur'),
  shiftPlain: words('shift between joined notes', TRIAL, 'a jump between two notes'),
  shiftLift: words('shift at a lift', TRIAL, 'a shift at a lift'),
  shiftRest: words('shift in a rest', TRIAL, 'a shift in a rest'),
  shiftHurried: words('shift between quick notes', CRAFT, 'a jump with little time'),
  shiftPerU: words('u', TRIAL, 'travel of the hand'),

  pass: words('thumb pass', TRIAL, 'a crossing of the thumb'),
  passPerU: words('u', TRIAL, 'a wide crossing'),
  passBothWhite: words('pass', TRIAL, 'a crossing on white keys only'),
  passBothBlack: words('pass', TRIAL, 'a crossing on black keys'),
  passThumbBlack: words('pass', TRIAL, 'the thumb crossing up to a black key'),
  pass2: words('pass', TRIAL, 'crossing 2'),
  pass4: words('pass', TRIAL, 'crossing 4'),
  pass4White: words('pass of 4 on white', CRAFT, 'crossing 4 on a white key'),
  pass4PerU: words('u beyond 2', TRIAL, 'crossing 4 over a wide gap'),
  pass5: words('pass', TRIAL, 'crossing 5'),

  sameFingerSlur: words('step in a slur', TRIAL, 'one finger on two keys in a row inside the slur'),
  sameFingerPlain: words('step', TRIAL, 'one finger on two keys in a row'),
  sameFingerLift: words('step at a lift', TRIAL, 'one finger hopping at a lift'),
  sameFingerRest: words('step over a rest', TRIAL, 'one finger going on after a rest'),
  crossedSlur: words('step in a slur', FIRST_TRIAL, 'fingers changing their order inside the slur'),
  crossedPlain: words('step', FIRST_TRIAL, 'fingers changing their order'),
  crossedLift: words('step at a lift', FIRST_TRIAL, 'fingers changing their order at a lift'),
  fingerOver: words('4 over 5 or 5 under 4', CRAFT, 'a finger over a finger'),
  fingerOverPerU: words('u', CRAFT, 'a wide finger over finger'),
  openThumb: words('u beyond ease', FIRST_TRIAL, 'a wide step with the thumb'),
  open23: words('u beyond ease', FIRST_TRIAL, 'opening 2-3'),
  open34: words('u beyond ease', FIRST_TRIAL, 'opening 3-4'),
  open45: words('u beyond ease', FIRST_TRIAL, 'opening 4-5'),
  openWide: words('u beyond ease', FIRST_TRIAL, 'opening the fingers wide'),
  openSquared: words('u² beyond ease', FIRST_TRIAL, 'opening two fingers far'),
  closeThumb: words('u short of ease', FIRST_TRIAL, 'the thumb close to another finger'),
  closeThumbFar: words('u beyond 1.6 short of ease', CRAFT, 'the thumb right beside 4 or 5'),
  closeFingers: words('u short of ease', FIRST_TRIAL, 'squeezing two fingers together'),
  slide: words('slide', TRIAL, 'a slide off a black key'),
  fastRepeat: words('quick stroke', TRIAL, 'one finger repeating a key faster than it can'),
  rotationReturn: words('return to the top', CRAFT, 'quick repeats going back to the top of the rotation'),
  rotationBroken: words('change', CRAFT, 'quick repeats that do not go down the fingers'),
  rotationFrom5: words('rotation', CRAFT, 'quick repeats beginning with 5'),
  weakOrnament: words('weak pair in an ornament', CRAFT, 'weak fingers beside one another in an ornament'),
  voiceBroken: words('step in a slur', CRAFT, 'a break in the upper line'),
  chordSameFinger: words('finger', TRIAL, 'fingers hopping from chord to chord'),
  chordChangedFinger: words('finger', TRIAL, 'other fingers on keys struck again'),
  silentSubstitution: words('substitution', CRAFT, 'a silent substitution'),
  releaseEarly: words('key', CRAFT, 'letting a held key go early'),
  sameMusic: words('note', TRIAL, 'other fingers than the same music elsewhere'),
  movedFigure: words('note', THIRD_TRIAL, 'other fingers than the same figure elsewhere'),
  runPattern: words('note', TRIAL, 'leaving the pattern of the run'),
  scaleGroups: words('note', THIRD_TRIAL, 'leaving the fingers of the scale'),
  chromaticFingers: words('note', CRAFT, 'leaving the fingers of the chromatic scale'),
  blockShape: words('note', THIRD_TRIAL, 'other fingers than the usual ones of the chord'),
  brokenBlock: words('note', THIRD_TRIAL, 'other fingers than the block chord has'),
  octaveFingers: words('note', CRAFT, 'other fingers than an octave usually has'),
  pairFingers: words('note', CRAFT, 'other fingers than two notes usually have'),
  rotation: words('stroke', CRAFT, 'quick repeats out of their rotation'),
  rootThumb: words('octave pattern', CRAFT, 'a run whose white key-note is not under the thumb'),
  untaught: words('move', CRAFT, 'a move that has not been taught'),
} as const satisfies Readonly<Record<string, PriceWords>>;

export type PriceName = keyof typeof PRICES;

export const PRICE_NAMES = Object.keys(PRICES) as readonly PriceName[];

/** Place of each price in a weights vector. */
export const PRICE = Object.fromEntries(PRICE_NAMES.map((name, index) => [name, index])) as Readonly<
  Record<PriceName, number>
>;

/** The price of one unit of each, in the order of `PRICE_NAMES`. */
export type Weights = Float64Array;

/** @example weightsOf({ ...SHIPPED_WEIGHTS, pass: 2 }) */
export const weightsOf = (prices: Readonly<Record<PriceName, number>>): Weights =>
  Float64Array.from(PRICE_NAMES, (name) => prices[name]);

/** Prices as `npm run fit` left them; the file has its date and figures. */
export const SHIPPED_WEIGHTS: Readonly<Record<PriceName, number>> = fitted.prices;

/** Takes down an amount of a price: adds it up, or writes it into a ledger. */
export type Charge = (price: number, amount: number) => void;
