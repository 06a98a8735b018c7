import { Injectable } from '@angular/core';
import { pendingSchema, type Pending } from '@kettle-step/contract';
import { createStore, del, set, entries, type UseStore } from 'idb-keyval';

const LOCKS = 'kettle-step-window-';

/** A name for this window; others see by a lock of that name whether the window is still there. */
const nameWindow = (): string => {
  const name = crypto.randomUUID();
  // Held until the window is gone, however it goes.
  void navigator.locks?.request(`${LOCKS}${name}`, () => new Promise(() => undefined));
  return name;
};

const openWindows = async (): Promise<ReadonlySet<string>> => {
  const { held = [] } = (await navigator.locks?.query()) ?? {};
  return new Set(held.map(({ name = '' }) => name.slice(LOCKS.length)));
};

/**
 * Keeps unsaved work on this device (IndexedDB), so that it outlives the window. Where the browser allows no storage, the work
 * is kept in the window alone, as ever.
 */
@Injectable({ providedIn: 'root' })
export class PendingWork {
  private readonly window = nameWindow();
  private opened: UseStore | undefined;

  /** Keeps what a piece is to be saved as; the latest counts. */
  keep({ id, title }: { readonly id: string; readonly title: string }, plan: Pending['plan']): Promise<void> {
    const pending: Pending = { pieceId: id, title, window: this.window, madeAt: new Date().toISOString(), plan };
    return this.quietly(() => set(this.keyOf(pending), pending, this.store()), undefined);
  }

  /** The work on a piece has reached the studio. */
  drop(pieceId: string): Promise<void> {
    return this.remove({ pieceId, window: this.window });
  }

  remove(pending: Pick<Pending, 'pieceId' | 'window'>): Promise<void> {
    return this.quietly(() => del(this.keyOf(pending), this.store()), undefined);
  }

  /**
   * What was left unsaved, the latest first: by windows that are gone, and here on other pieces than the open one. What an older
   * Kettle Step kept in another form is passed over.
   */
  leftBehind(openPiece: string | undefined): Promise<readonly Pending[]> {
    return this.quietly(async () => {
      const [kept, open] = [await entries<string, unknown>(this.store()), await openWindows()];
      return kept
        .flatMap(([, value]) => pendingSchema.safeParse(value).data ?? [])
        .filter(({ pieceId, window }) => (window === this.window ? pieceId !== openPiece : !open.has(window)))
        .sort((a, b) => b.madeAt.localeCompare(a.madeAt));
    }, []);
  }

  private keyOf({ pieceId, window }: Pick<Pending, 'pieceId' | 'window'>): string {
    return `${pieceId} ${window}`;
  }

  private store(): UseStore {
    return (this.opened ??= createStore('kettle-step', 'pending-work'));
  }

  private async quietly<T>(work: () => Promise<T>, otherwise: T): Promise<T> {
    try {
      return await work();
    } catch (cause) {
      console.error('Unsaved work could not be kept on this device.', cause);
      return otherwise;
    }
  }
}
