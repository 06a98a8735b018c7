/** Asks for a piece as drawn systems that flow to a width. */
export interface EngraveRequest {
  readonly request: number;
  readonly document: string;
  readonly widthPx: number;
  /** Staff size in percent. */
  readonly scale: number;
}

export type EngraveAnswer =
  | { readonly kind: 'engraved'; readonly request: number; readonly pages: readonly string[] }
  | { readonly kind: 'failed'; readonly request: number; readonly message: string };
