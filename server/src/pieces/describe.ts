import { keyName, type Score } from '@kettle-step/core';

/** What the shelf says about a piece. */
export interface Description {
  readonly title: string;
  readonly composer: string;
  readonly metre: string;
  readonly key: string;
  readonly bars: number;
  readonly notes: number;
}

/** Titles are one line on the shelf; files carry line breaks and padding. */
const tidy = (text: string): string => text.replace(/\s+/g, ' ').trim().slice(0, 200);

export const describe = (score: Score): Description => {
  const first = score.bars[0];
  return {
    title: tidy(score.title),
    composer: tidy(score.composer),
    metre: first ? `${first.metre.beats}/${first.metre.beatType}` : '',
    key: first ? keyName(first.key) : '',
    bars: score.bars.length,
    notes: score.notes.length,
  };
};
