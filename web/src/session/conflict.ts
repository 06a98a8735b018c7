import { inject, Injectable } from '@angular/core';
import { concatMap, map, type Observable } from 'rxjs';
import { timeInWords } from '../parts/dates';
import { PiecesService } from '../services/pieces.service';
import { PieceSession } from './piece-session';
import { Saving } from './saving';

/** Another window has saved the piece: the two ways to go on. Both sides stay among the versions. */
@Injectable({ providedIn: 'root' })
export class Conflict {
  private readonly pieces = inject(PiecesService);
  private readonly session = inject(PieceSession);
  private readonly saving = inject(Saving);

  /** Keeps what the other window saved as a version and puts this window's work in its place. */
  keepMine(): Observable<void> {
    const id = this.session.piece()?.id ?? '';
    return this.pieces.get(id).pipe(
      concatMap((theirs) =>
        this.pieces
          .keepVersion(id, {
            name: `The other window, ${timeInWords(new Date())}`,
            kind: 'conflict',
            fingers: theirs.plan.fingers,
            desk: theirs.plan.desk,
          })
          .pipe(map(() => theirs)),
      ),
      map((theirs) => this.saving.saveOver(theirs)),
    );
  }

  /** Goes on with what was saved elsewhere. */
  takeTheirs(): void {
    this.session.open(this.session.piece()?.id ?? '');
  }
}
