import type { Key, Metre } from '../../../score/score';
import { keyText, metreText } from '../signs';
import type { Typing } from './step';

/** What a new piece begins with. */
export interface Template {
  readonly title: string;
  readonly composer: string;
  readonly key: Key;
  readonly metre: Metre;
  readonly hands: 'both' | 'right' | 'left';
  readonly quartersPerMinute: number;
}

const CLEFS = { R: 'treble', L: 'bass' } as const;

const oneLine = (text: string): string => text.replace(/[\s%]+/g, ' ').trim();

/** The head of a tune with its voices, and the caret where the first note goes. */
export const startTyping = ({ title, composer, key, metre, hands, quartersPerMinute }: Template): Typing => {
  const voices: readonly ('R' | 'L')[] = hands === 'both' ? ['R', 'L'] : hands === 'right' ? ['R'] : ['L'];
  const head = [
    'X:1',
    `T:${oneLine(title) || 'Untitled'}`,
    ...(oneLine(composer) ? [`C:${oneLine(composer)}`] : []),
    `M:${metreText(metre)}`,
    'L:1/4',
    `Q:1/4=${quartersPerMinute}`,
    ...(voices.length > 1 ? [`%%score {${voices.join(' ')}}`] : []),
    ...voices.map((voice) => `V:${voice} clef=${CLEFS[voice]}`),
    `K:${keyText(key)}`,
    `V:${voices[0]}`,
  ].join('\n');
  const rest = voices.slice(1).map((voice) => `\nV:${voice}`);
  return { text: `${head}${rest.join('')}\n`, caret: head.length };
};
