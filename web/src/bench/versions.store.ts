import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Version, VersionSummary, Decided } from '@kettle-step/contract';
import { wordLost } from '@kettle-step/core';
import { concatMap, map, of, type Observable } from 'rxjs';
import { messageOf } from '../parts/words';
import { EngineService } from '../services/engine.service';
import { PiecesService } from '../services/pieces.service';
import { decisionsOf } from '../session/decisions';
import { History } from '../session/history';
import { PieceSession } from '../session/piece-session';
import { Preview } from '../session/preview';
import { Saving } from '../session/saving';

/** A bar in which a version has other fingers than stand now. */
export interface DifferentBar {
  readonly bar: number;
  readonly side: 'right' | 'left';
  readonly theirs: string;
  readonly ours: string;
}

/** Versions of the plan: kept by name, brought back, compared. */
@Injectable()
export class VersionsStore {
  private readonly pieces = inject(PiecesService);
  private readonly session = inject(PieceSession);
  private readonly preview = inject(Preview);
  private readonly history = inject(History);
  private readonly saving = inject(Saving);
  private readonly engine = inject(EngineService);
  private readonly destroyed = inject(DestroyRef);

  readonly list = signal<readonly VersionSummary[] | undefined>(undefined);
  /** Those that were kept on purpose, and those that the server keeps by itself. */
  readonly kept = computed(() => (this.list() ?? []).filter(({ kind }) => kind !== 'earlier'));
  readonly earlier = computed(() => (this.list() ?? []).filter(({ kind }) => kind === 'earlier'));
  readonly problem = signal('');
  /** What of a version that was brought back has no place in the music as it is now, in words. */
  readonly lost = signal<readonly string[]>([]);
  /** The version that is compared with what stands, and where they differ. */
  readonly compared = signal<{ readonly version: Version; readonly bars: readonly DifferentBar[] } | undefined>(
    undefined,
  );

  load(): void {
    this.run(this.pieces.versions(this.id()), (versions) => this.list.set(versions));
  }

  keep(name: string): void {
    if (name.trim() !== '') this.run(this.saving.keepAs(name.trim(), 'named'), () => this.load());
  }

  /** Brings a version back; like any decision it can be undone. */
  restore(version: VersionSummary): void {
    const brought = this.pieces
      .version(this.id(), version.id)
      .pipe(
        concatMap(({ fingers, desk, document }) =>
          this.onThisMusic(decisionsOf({ plan: { fingers, desk } }), document),
        ),
      );
    this.run(brought, ({ locks, desk, lost }) => {
      this.compared.set(undefined);
      this.lost.set(lost);
      this.history.decide({ locks, desk });
    });
  }

  compare(version: VersionSummary): void {
    const compared = this.pieces.version(this.id(), version.id).pipe(
      concatMap((whole) => {
        const locks = new Map(whole.fingers.map(({ noteId, finger }) => [noteId, finger]));
        return this.onThisMusic({ locks, desk: whole.desk }, whole.document).pipe(
          map((theirs) => ({ version: whole, bars: this.differences(theirs) })),
        );
      }),
    );
    this.run(compared, (differences) => this.compared.set(differences));
  }

  remove(version: VersionSummary): void {
    this.run(this.pieces.removeVersion(this.id(), version.id), () => {
      if (this.compared()?.version.id === version.id) this.compared.set(undefined);
      this.load();
    });
  }

  private id(): string {
    return this.session.piece()?.id ?? '';
  }

  private run<T>(work: Observable<T>, then: (value: T) => void): void {
    work.pipe(takeUntilDestroyed(this.destroyed)).subscribe({
      next: (value) => {
        this.problem.set('');
        then(value);
      },
      error: (cause: unknown) => this.problem.set(messageOf(cause)),
    });
  }

  /** Decisions of a version on the music as it is now: carried over where it was made for other music. */
  private onThisMusic(decided: Decided, document: string | null): Observable<Decided & { lost: readonly string[] }> {
    if (document === null) return of({ ...decided, lost: [] });
    return this.engine
      .carry(document, this.session.document(), decided)
      .pipe(map(({ carried }) => ({ ...carried, lost: carried.lost.map(wordLost) })));
  }

  private differences({ locks: theirs }: Decided): readonly DifferentBar[] {
    const [score, notes] = [this.session.score(), this.preview.notes()];
    const places = new Map<string, DifferentBar & { differs: boolean }>();
    for (const note of score?.notes ?? []) {
      const [mine, other] = [notes.get(note.id)?.planned.finger ?? '–', theirs.get(note.id) ?? '–'];
      const name = `${note.bar} ${note.side}`;
      const before = places.get(name);
      places.set(name, {
        bar: note.bar,
        side: note.side,
        theirs: `${before?.theirs ?? ''} ${other}`.trim(),
        ours: `${before?.ours ?? ''} ${mine}`.trim(),
        differs: (before?.differs ?? false) || mine !== other,
      });
    }
    return [...places.values()].filter(({ differs }) => differs);
  }
}
