/** How sure the suggestion for a bar is. */
export type Certainty = 'sure' | 'likely' | 'choice';

/**
 * From what margin on a suggestion counts as sure, and as likely: by how much the best different way of playing the bar costs more.
 * Calibrated on fragments of teaching music whose fold was left out of the fit (docs/engine.md): from 1.5 on 99 % of first choices
 * are accepted, from 0.5 on 98 %, below 0.5 nine in ten.
 */
export const SURE_FROM = 1.5;
export const LIKELY_FROM = 0.5;

/** `margin`: what the best different way costs more; null where there is none. @example certaintyOf(0.8) // => 'likely' */
export const certaintyOf = (margin: number | null): Certainty => {
  if (margin === null || margin >= SURE_FROM) return 'sure';
  return margin >= LIKELY_FROM ? 'likely' : 'choice';
};
