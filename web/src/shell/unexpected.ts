import { type ErrorHandler, Injectable, signal } from '@angular/core';
import { messageOf } from '../parts/words';

/** Mistakes of our own: loud in the console, and told to the teacher. */
@Injectable({ providedIn: 'root' })
export class Unexpected implements ErrorHandler {
  readonly message = signal('');

  handleError(cause: unknown): void {
    console.error(cause);
    this.message.set(messageOf(cause));
  }
}
