import { PRICE } from '../prices/prices';
import { fingerAt } from '../model/view';
import type { StepTerm } from './term';

/**
 * How weak two fingers are side by side in an ornament, lower number first. Craft: 1-2, 2-3 or 1-3 before 3-4, never 4-5 if
 * there is a choice; the figures are our own.
 */
const WEAKNESS: Readonly<Record<string, number>> = {
  '12': 0,
  '13': 0,
  '23': 0,
  '14': 0.5,
  '24': 0.5,
  '15': 1,
  '25': 1,
  '34': 1,
  '35': 1.5,
  '45': 4,
};

/** Ornaments lie under neighbouring strong fingers. */
export const ornament: StepTerm = (step, _pricing, charge) => {
  const { lead, ornamental } = step;
  if (!ornamental || !lead) return;
  const [from, to] = [fingerAt(step.a, lead.from), fingerAt(step.b, lead.to)];
  const weakness = WEAKNESS[from < to ? `${from}${to}` : `${to}${from}`] ?? 0;
  if (weakness > 0) charge(PRICE.weakOrnament, weakness);
};
