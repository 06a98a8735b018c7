import { DEFAULT_HAND, type Finger, type Hand } from '../src/hand/hand';
import { midiOf, parsePitch } from '../src/keyboard/pitch';
import { landsAtHome, writeInto, type Ledger } from '../src/fingering/search/price';
import { pricingFor } from '../src/fingering/prices/pricing';
import type { Posture, Shape } from '../src/fingering/model/posture';
import { DEFAULT_RULES, type Rules } from '../src/fingering/model/rules';
import type { StepKind } from '../src/fingering/model/moves';
import type { MoveTerm, StateTerm, StepTerm } from '../src/fingering/terms';
import { byPlace, keyView, linkView, type LinkView, type SliceView } from '../src/fingering/model/view';
import type { LinkKind } from '../src/score/slices';

/** Postures and steps of the right hand written by name, for the tests of single terms. */

const midi = (name: string): number => midiOf(parsePitch(name)!);

/** @example view('C4 (E4)') // C4 struck while E4 is held */
export const view = (names: string, more: Partial<SliceView> = {}): SliceView => ({
  keys: names
    .split(' ')
    .map((name) => keyView(midi(name.replace(/[()]/g, '')), 'right', name.startsWith('(')))
    .sort(byPlace),
  rolled: false,
  slow: false,
  ...more,
});

/** The resting thumb's key by name gives the frame. @example posture('135', 'C4') */
export const posture = (fingers: string, thumb: string, shape: Shape = 'close'): Posture => ({
  fingers: [...fingers].map((digit) => Number(digit) as Finger),
  frame: Math.round(keyView(midi(thumb), 'right', false).place),
  shape,
});

interface Written {
  readonly names: string;
  readonly fingers: string;
  readonly thumb: string;
  readonly shape?: Shape;
}

const read = (written: string): Written => {
  const [names, fingers, thumb, shape] = written.split('|').map((part) => part.trim());
  return { names: names!, fingers: fingers!, thumb: thumb!, ...(shape === 'open' ? { shape } : {}) };
};

/** One step: two postures over neighbouring slices. */
export interface Step extends LinkView {
  readonly before: Posture;
  readonly after: Posture;
}

/** @example step('E4 | 3 | C4', 'F4 | 1 | F4') // 3 on E, then the thumb on F, the hand moving from C to F position */
export const step = (from: string, to: string, link: LinkKind = 'slur', fast = false, ornamental = false): Step => {
  const [before, after] = [read(from), read(to)];
  return {
    ...linkView(view(before.names), view(after.names), link, {
      fast,
      chromatic: false,
      ornamental,
      neighbour: false,
      repeatsOn: false,
    }),
    before: posture(before.fingers, before.thumb, before.shape),
    after: posture(after.fingers, after.thumb, after.shape),
  };
};

const withRules = (rules: Partial<Rules>, hand: Hand = DEFAULT_HAND) =>
  pricingFor('right', hand, { ...DEFAULT_RULES, ...rules });

/** Amounts as plain numbers by name, rounded so that black-key places read well. */
const shown = (ledger: Ledger): Record<string, number> =>
  Object.fromEntries([...ledger].map(([name, amount]) => [name, Math.round(amount * 1000) / 1000]));

/** What a posture is charged for by one term. */
export const stateCharges = (
  term: StateTerm,
  names: string,
  fingers: string,
  thumb: string,
  more: { readonly hand?: Hand; readonly rules?: Partial<Rules>; readonly slow?: boolean; readonly shape?: Shape } = {},
): Record<string, number> => {
  const ledger: Ledger = new Map();
  const seen = view(names, { slow: more.slow ?? false });
  term(seen, posture(fingers, thumb, more.shape), withRules(more.rules ?? {}, more.hand), writeInto(ledger));
  return shown(ledger);
};

/** What a step is charged for by one term. */
export const stepCharges = (term: StepTerm, made: Step, rules: Partial<Rules> = {}): Record<string, number> => {
  const ledger: Ledger = new Map();
  term({ ...made, a: made.before.fingers, b: made.after.fingers }, withRules(rules), writeInto(ledger));
  return shown(ledger);
};

/** The kind of a move and what it is charged for; undefined when the step cannot be made that way. */
export const moveCharges = (
  term: MoveTerm,
  made: Step,
  rules: Partial<Rules> = {},
  hand: Hand = DEFAULT_HAND,
): { readonly kind: StepKind; readonly charges: Record<string, number> } | undefined => {
  const ledger: Ledger = new Map();
  const charge = writeInto(ledger);
  const fingers = { ...made, a: made.before.fingers, b: made.after.fingers };
  const lands = landsAtHome(made, made.after);
  const kind = term(fingers, withRules(rules, hand), charge)?.(made.before, made.after, lands, charge);
  return kind && { kind, charges: shown(ledger) };
};
