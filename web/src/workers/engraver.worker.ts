import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import type { EngraveRequest, EngraveAnswer } from './engraver.protocol';

/** Engraves with Verovio; the module starts with the first request. */
const starting = createVerovioModule().then((module) => new VerovioToolkit(module));
let loaded: string | undefined;

/** Verovio's tenth-of-millimetre page units for one CSS pixel at this scale (percent). */
const pageUnits = (pixels: number, scale: number): number => Math.round((pixels * 100) / scale);

/** A page holds one system, CSS pixels: pages follow one another closely, and only those near the eye are drawn. */
const PAGE_HEIGHT = 280;

/** High enough for all systems of some bars. */
const PICTURE_HEIGHT = 20_000;

const engrave = async ({ request, document, widthPx, scale, bars }: EngraveRequest): Promise<EngraveAnswer> => {
  const toolkit = await starting;
  toolkit.setOptions({
    breaks: 'auto',
    pageWidth: pageUnits(widthPx, scale),
    pageHeight: pageUnits(bars ? PICTURE_HEIGHT : PAGE_HEIGHT, scale),
    adjustPageHeight: true,
    scale,
    header: 'none',
    footer: 'none',
    // Room for the marks over and under each system.
    pageMarginTop: 70,
    pageMarginBottom: 110,
    pageMarginLeft: 30,
    pageMarginRight: 30,
    spacingSystem: 20,
    fingeringScale: 0.95,
    svgAdditionalAttribute: ['fing@startid'],
  });
  if (document !== loaded) {
    if (!toolkit.loadData(document)) return { kind: 'failed', request, message: 'This piece cannot be engraved.' };
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
  const pages = Array.from({ length: toolkit.getPageCount() }, (_, page) => toolkit.renderToSVG(page + 1));
  return { kind: 'engraved', request, pages };
};

addEventListener('message', ({ data }: MessageEvent<EngraveRequest>) => {
  engrave(data).then(
    (answer) => postMessage(answer),
    (cause: unknown) =>
      postMessage({ kind: 'failed', request: data.request, message: String(cause) } satisfies EngraveAnswer),
  );
});
