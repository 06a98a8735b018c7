import { CdkVirtualScrollableElement } from '@angular/cdk/scrolling';
import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { PlaceHeads } from '../parts/place-head';
import { Settled } from '../parts/settled';
import { Access } from '../services/access';
import { Visit } from '../services/visit';
import { BenchWay } from './bench-way';
import { LockScreen } from './lock-screen';
import { Problems } from './problems';
import { SaveState } from './save-state';

/**
 * What surrounds every place: the ways between places, the place’s own row beside them, the state of saving, and problems.
 * What knows the open piece comes when the first place is shown.
 */
@Component({
  selector: 'ks-shell',
  imports: [
    BenchWay,
    CdkVirtualScrollableElement,
    LockScreen,
    NgTemplateOutlet,
    Problems,
    RouterLink,
    RouterLinkActive,
    RouterOutlet,
    SaveState,
  ],
  templateUrl: './shell.html',
  styleUrl: './shell.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Shell {
  readonly head = inject(PlaceHeads).head;
  readonly settled = inject(Settled);
  readonly visit = inject(Visit);
  readonly access = inject(Access);

  reload(): void {
    location.reload();
  }
}
