/** The part of Verovio's toolkit that is used here; the package ships without types. */
declare module 'verovio/wasm' {
  const createVerovioModule: () => Promise<unknown>;
  export default createVerovioModule;
}

declare module 'verovio/esm' {
  export class VerovioToolkit {
    constructor(module: unknown);
    setOptions(options: Readonly<Record<string, unknown>>): void;
    loadData(data: string): boolean | number;
    /** Takes some bars of what is loaded, counted from 1; true when it could. */
    select(selection: { measureRange: string }): boolean;
    redoLayout(): void;
    getPageCount(): number;
    renderToSVG(page: number): string;
  }
}
