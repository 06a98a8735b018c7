import { forget, keep, kept } from './kept';

/** The text of a piece that is being written anew and is not in its place yet; it stays with this browser. */
export interface TextDraft {
  readonly text: string;
  /** The piece's own text when it was begun. */
  readonly from: string;
}

const nameOf = (pieceId: string): string => `typed.${pieceId}`;

export const textDraft = (pieceId: string): TextDraft | undefined => {
  const { text, from } = (kept(nameOf(pieceId)) ?? {}) as Partial<Record<keyof TextDraft, unknown>>;
  return typeof text === 'string' && typeof from === 'string' ? { text, from } : undefined;
};

export const keepTextDraft = (pieceId: string, draft: TextDraft): void => keep(nameOf(pieceId), draft);

export const forgetTextDraft = (pieceId: string): void => forget(nameOf(pieceId));
