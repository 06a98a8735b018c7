import type { Pending } from '@kettle-step/contract';

/** A device that keeps unsaved work, without IndexedDB; what other windows have left can be put in. */
export class FakePending {
  kept: Pending[] = [];

  keep({ id, title }: { readonly id: string; readonly title: string }, plan: Pending['plan']): Promise<void> {
    const others = this.kept.filter(({ pieceId, window }) => pieceId !== id || window !== 'here');
    this.kept = [...others, { pieceId: id, title, window: 'here', madeAt: '2026-01-05T10:00:00.000Z', plan }];
    return Promise.resolve();
  }

  drop(pieceId: string): Promise<void> {
    return this.remove({ pieceId, window: 'here' });
  }

  remove({ pieceId, window }: Pick<Pending, 'pieceId' | 'window'>): Promise<void> {
    this.kept = this.kept.filter((one) => one.pieceId !== pieceId || one.window !== window);
    return Promise.resolve();
  }

  leftBehind(openPiece: string | undefined): Promise<readonly Pending[]> {
    return Promise.resolve(this.kept.filter(({ pieceId, window }) => window !== 'here' || pieceId !== openPiece));
  }
}
