/** Asks for a piece as drawn systems that flow to a width. */
export interface EngraveRequest {
  readonly request: number;
  readonly document: string;
  readonly widthPx: number;
  /** Staff size in percent. */
  readonly scale: number;
  /** First and last bar, counted from 1, for one drawing of some bars; all where it is left out. */
  readonly bars?: readonly [number, number] | undefined;
}

export type EngraveAnswer =
  | { readonly kind: 'engraved'; readonly request: number; readonly pages: readonly string[] }
  | { readonly kind: 'failed'; readonly request: number; readonly message: string };
