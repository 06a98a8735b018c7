/** Sizes of paper, millimetres (ISO 216 and ANSI Y14.1). */
export const PAPERS = {
  A4: { widthMm: 210, heightMm: 297 },
  Letter: { widthMm: 215.9, heightMm: 279.4 },
} as const;
export type Paper = keyof typeof PAPERS;

/** Margin that every printer can do, millimetres. */
export const MARGIN_MM = 12;
/** Room for the title on the first page, and for the foot of every page. */
export const HEAD_MM = 24;
export const FOOT_MM = 9;

/** Staff sizes, percent of the engraver's own: 7 mm as printed music has it, and 10 mm for eyes that need it. */
export const MUSIC_SIZES = { normal: 36, large: 52 } as const;
export type MusicSize = keyof typeof MUSIC_SIZES;

/** CSS pixels to a millimetre (CSS Values 3: 96 to an inch of 25.4 mm). */
export const PX_PER_MM = 96 / 25.4;

/** Height that is left for music on a page, pixels. */
export const musicHeightPx = (paper: Paper, isFirst: boolean): number =>
  (PAPERS[paper].heightMm - 2 * MARGIN_MM - FOOT_MM - (isFirst ? HEAD_MM : 0)) * PX_PER_MM;

export const musicWidthPx = (paper: Paper): number => Math.floor((PAPERS[paper].widthMm - 2 * MARGIN_MM) * PX_PER_MM);

/**
 * Lays systems on pages in order: each page takes as many as fit, and at least one.
 * @param heights - of the systems, pixels; answers indices of systems by page
 * @param isTitled - whether the first of these pages has the title
 */
export const paginate = (heights: readonly number[], paper: Paper, isTitled = true): readonly (readonly number[])[] => {
  const pages: number[][] = [];
  let left = 0;
  heights.forEach((height, system) => {
    if (pages.length === 0 || height > left) {
      left = musicHeightPx(paper, isTitled && pages.length === 0);
      pages.push([]);
    }
    pages[pages.length - 1]!.push(system);
    left -= height;
  });
  return pages;
};
