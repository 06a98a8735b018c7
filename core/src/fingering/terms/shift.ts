import { PRICE } from '../prices/prices';
import type { Pricing } from '../prices/pricing';
import { isJoined, SHIFT } from './connection';
import { canPass } from './pass';
import { taught } from './taught';
import type { FingersStep, MoveTerm } from './term';
import { carriesVoice } from './voice';

/** Block chords between which every key changes are lifted from anyway: a shift between them costs this share. Our choice. */
const BETWEEN_BLOCKS = 0.4;

const isBetweenBlocks = ({ from, to, kept, link }: FingersStep): boolean =>
  kept.length === 0 &&
  (link === 'plain' ? from.keys.length > 1 && to.keys.length > 1 : from.keys.length > 2 && to.keys.length > 2);

/** A leap is wide beyond a fifth, u. Our choice. */
const WIDE_LEAP = 4.7;

/** Where wide leaps are to be jumped, a shift over one costs no more than at a lift; the line breaks there on purpose. */
const priceOf = ({ lead, link, from, to }: FingersStep, { rules }: Pricing): number => {
  const distance = lead ? Math.abs(to.keys[lead.to]!.place - from.keys[lead.from]!.place) : 0;
  return rules.wideLeaps === 'jump' && isJoined(link) && distance > WIDE_LEAP ? SHIFT.lift : SHIFT[link];
};

const isSingle = ({ from, to }: FingersStep): boolean => from.keys.length === 1 && to.keys.length === 1;

/** The hand lifts and lands elsewhere: cheap where there is a gap, dear in legato; a key still held must be let go. */
export const shift: MoveTerm = (step, pricing, charge) => {
  const { rules } = pricing;
  // Joined notes that thumb and finger can cross between are crossed, not jumped.
  if (isJoined(step.link) && canPass(step)) return undefined;
  const share = taught(rules, 'shift', charge) * (isBetweenBlocks(step) ? BETWEEN_BLOCKS : 1);
  const holds = step.kept.length > 0;
  charge(priceOf(step, pricing), share);
  // Blocks are lifted from anyway, and in a rest there is time.
  if (isSingle(step) && !step.to.slow && step.link !== 'rest') charge(PRICE.shiftHurried, share);
  if (holds) charge(PRICE.releaseEarly, 1);
  // A hand that jumps cannot connect anything.
  if (carriesVoice(step, pricing)) charge(PRICE.voiceBroken, 1);
  return (a, b, lands, add) => {
    // With a key held there must always be a way on, however bad.
    if (!lands && !holds) return undefined;
    if (!lands) add(PRICE.releaseEarly, 1);
    add(PRICE.shiftPerU, share * Math.abs(b.frame - a.frame));
    return 'shift';
  };
};
