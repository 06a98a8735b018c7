import { type ErrorHandler, Injectable, signal } from '@angular/core';
import { messageOf } from '../parts/words';

/** What browsers say when a part of the application does not arrive. */
const DID_NOT_ARRIVE = /dynamically imported module|importing a module script/i;

/** What nobody else has an answer to, told to the teacher. Mistakes of our own are loud in the console, too. */
@Injectable({ providedIn: 'root' })
export class Unexpected implements ErrorHandler {
  readonly message = signal('');

  handleError(cause: unknown): void {
    const said = messageOf(cause);
    if (DID_NOT_ARRIVE.test(said)) {
      this.message.set(
        'A part of Kettle Step could not be loaded. Try it again when the server can be reached; your work is kept on this device.',
      );
      return;
    }
    console.error(cause);
    this.message.set(
      `Something went wrong inside Kettle Step: ${said} Reload the page if it does not go on; what is saved stays.`,
    );
  }
}
