import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { EngraverService } from '../services/engraver.service';
import { PieceSession } from '../session/piece-session';

/** The way to the bench of the open piece, while there is one; there the piece itself stands in its place. */
@Component({
  selector: 'ks-bench-way',
  imports: [RouterLink, RouterLinkActive],
  template: `@if (piece(); as open) {
    <a
      class="place-way"
      [class.gone]="way.isActive"
      [routerLink]="['/pieces', open.id]"
      routerLinkActive="here"
      ariaCurrentWhenActive="page"
      [routerLinkActiveOptions]="{ exact: true }"
      #way="routerLinkActive"
      >Bench · {{ open.title }}</a
    >
  }`,
  styles: ':host { display: contents; } .gone { display: none; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchWay {
  readonly piece = inject(PieceSession).piece;

  constructor() {
    // The way leads to an engraved score: the engraver makes itself ready while another place is looked at.
    inject(EngraverService);
  }
}
