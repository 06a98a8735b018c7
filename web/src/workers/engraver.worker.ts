import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import type { EngraveRequest, EngraveAnswer } from './engraver.protocol';
import { TRIAL } from './trial';

/** Verovio starts with this worker. */
const starting = createVerovioModule().then((module) => new VerovioToolkit(module));
let loaded: string | undefined;

/** Verovio's tenth-of-millimetre page units for one CSS pixel at this scale (percent). */
const pageUnits = (pixels: number, scale: number): number => Math.round((pixels * 100) / scale);

/** A page holds one system, CSS pixels: pages follow one another closely, and only those near the eye are drawn. */
const PAGE_HEIGHT = 280;

/** High enough for all systems of some bars: as high as the engraver allows, in its page units. */
const PICTURE_HEIGHT = 60_000;

/** In the engraver's page units. Room for the marks over and under each system; below them for both hands beat by beat. */
const MARKS = { pageMarginTop: 70, pageMarginBottom: 110, pageMarginLeft: 30, pageMarginRight: 30 };
const MARGINS = {
  marks: MARKS,
  strip: { ...MARKS, pageMarginBottom: 205 },
  none: { pageMarginTop: 15, pageMarginBottom: 15, pageMarginLeft: 5, pageMarginRight: 5 },
};

/** So many pages are on the screen at first, one system each. */
const FIRST_PAGES = 3;

/** So often a trial is engraved before the engraver runs at its full speed. */
const TRIALS = 3;

const engrave = async (
  { request, document, widthPx, scale, bars, room = 'marks' }: EngraveRequest,
  post: (answer: EngraveAnswer) => void,
): Promise<void> => {
  const toolkit = await starting;
  toolkit.setOptions({
    breaks: 'auto',
    pageWidth: pageUnits(widthPx, scale),
    pageHeight: bars ? PICTURE_HEIGHT : pageUnits(PAGE_HEIGHT, scale),
    adjustPageHeight: true,
    scale,
    header: 'none',
    footer: 'none',
    ...MARGINS[room],
    spacingSystem: 20,
    fingeringScale: 0.95,
    svgAdditionalAttribute: ['fing@startid'],
  });
  if (document !== loaded) {
    if (!toolkit.loadData(document)) throw new Error('This piece cannot be engraved.');
    loaded = document;
  } else {
    toolkit.redoLayout();
  }
  if (bars) {
    toolkit.select({ measureRange: bars.join('-') });
    toolkit.redoLayout();
    // A selection stays with what is loaded.
    loaded = undefined;
  }
  const count = toolkit.getPageCount();
  const send = (lot: 'first' | 'next', from: number, to: number): void => {
    const pages = Array.from({ length: to - from }, (_, index) => toolkit.renderToSVG(from + index + 1));
    post({ kind: 'engraved', request, lot, pages, isLast: to === count });
  };
  send('first', 0, Math.min(FIRST_PAGES, count));
  if (count > FIRST_PAGES) send('next', FIRST_PAGES, count);
};

let asked = false;

/** Gets the engraver up to speed for as long as nobody asks for anything. */
const warmUp = async (): Promise<void> => {
  for (let trial = 0; trial < TRIALS && !asked; trial += 1) {
    loaded = undefined;
    await engrave({ request: 0, document: TRIAL, widthPx: 900, scale: 42 }, () => undefined);
    await new Promise((resume) => setTimeout(resume));
  }
};

addEventListener('message', ({ data }: MessageEvent<EngraveRequest>) => {
  asked = true;
  engrave(data, (answer) => postMessage(answer)).catch((cause: unknown) => {
    const message = cause instanceof Error ? cause.message : String(cause);
    postMessage({ kind: 'failed', request: data.request, message } satisfies EngraveAnswer);
  });
});

void warmUp();
