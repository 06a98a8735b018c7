import { effect, inject, Injectable, isDevMode, signal } from '@angular/core';
import { Workbox } from 'workbox-window';
import { Settled } from '../parts/settled';

/** After the first place stands, so that keeping twenty megabytes does not hold anything up. */
const AFTER_MS = 4000;

/** The application as this device keeps it, to go on without the server or the network. */
@Injectable({ providedIn: 'root' })
export class Installed {
  private readonly settled = inject(Settled);
  private workbox: Workbox | undefined;

  /** A newer Kettle Step is on this device, and is used after a reload. */
  readonly newer = signal(false);

  constructor() {
    // While developing, files have no hashes and change all the time.
    if (isDevMode() || !('serviceWorker' in navigator)) return;
    const waiting = effect(() => {
      if (!this.settled.now()) return;
      waiting.destroy();
      setTimeout(() => this.install(), AFTER_MS);
    });
  }

  /** Goes over to the newer one. */
  reload(): void {
    this.workbox?.addEventListener('controlling', () => location.reload());
    this.workbox?.messageSkipWaiting();
  }

  private install(): void {
    const workbox = new Workbox('/service-worker.js');
    this.workbox = workbox;
    workbox.addEventListener('waiting', () => this.newer.set(true));
    workbox.register().catch((cause: unknown) => console.error('Kettle Step is not kept on this device.', cause));
  }
}
