import { paginate, type Paper } from './pages';

/** Sentences under the music, as a block that is laid on the pages with it; none where there is nothing to say. */
export const wordsBlock = (sentences: readonly string[]): HTMLElement | undefined => {
  if (sentences.length === 0) return undefined;
  const block = document.createElement('ul');
  block.className = 'words';
  for (const sentence of sentences) {
    const line = document.createElement('li');
    line.textContent = sentence;
    block.append(line);
  }
  return block;
};

/**
 * Lays drawn blocks on pages in order; they must stand in the document, so that they can be measured.
 * @param isTitled - whether the first of these pages has the title
 */
export const layOnPages = (
  blocks: readonly HTMLElement[],
  paper: Paper,
  isTitled = true,
): readonly (readonly HTMLElement[])[] => {
  const heights = blocks.map((block) => block.getBoundingClientRect().height);
  return paginate(heights, paper, isTitled).map((page) => page.map((block) => blocks[block]!));
};
