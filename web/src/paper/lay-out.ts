import { paginate, type Paper } from './pages';

/** Lays drawn blocks on pages in order; they must stand in the document, so that they can be measured. */
export const layOnPages = (blocks: readonly HTMLElement[], paper: Paper): readonly (readonly HTMLElement[])[] => {
  const heights = blocks.map((block) => block.getBoundingClientRect().height);
  return paginate(heights, paper).map((page) => page.map((block) => blocks[block]!));
};
