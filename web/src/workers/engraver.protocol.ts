/** Asks for a piece as drawn systems that flow to a width. */
export interface EngraveRequest {
  readonly request: number;
  readonly document: string;
  readonly widthPx: number;
  /** Staff size in percent. */
  readonly scale: number;
  /** First and last bar, counted from 1, for one drawing of some bars; all where it is left out. */
  readonly bars?: readonly [number, number] | undefined;
  /** Room round each system: for marks, as is usual; also for both hands beat by beat below it; or none. */
  readonly room?: 'marks' | 'strip' | 'none' | undefined;
}

/** What is to be drawn. */
export type Engraving = Omit<EngraveRequest, 'request'>;

/** Pages come in lots, in order: the first as soon as they are drawn, so that one need not wait for a long piece. */
export type EngraveAnswer =
  | {
      readonly kind: 'engraved';
      readonly request: number;
      readonly pages: readonly string[];
      readonly lot: 'first' | 'next';
      /** Whether no more pages follow. */
      readonly isLast: boolean;
    }
  | { readonly kind: 'failed'; readonly request: number; readonly message: string };

/** Some pages of a drawing. */
export type Lot = Pick<Extract<EngraveAnswer, { readonly kind: 'engraved' }>, 'pages' | 'lot'>;
