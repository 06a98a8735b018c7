import { Injectable, signal } from '@angular/core';

/** What sounds when single keys are struck. */
interface Touch {
  readonly strike: (keys: readonly number[]) => void;
}

/** How long a key that is only touched sounds, seconds. */
const TOUCH_SECONDS = 0.6;

const loadTouch = async (): Promise<Touch> => {
  const { frequency, loadPiano } = await import('./piano');
  const piano = await loadPiano();
  return { strike: (keys) => void piano.triggerAttackRelease(keys.map(frequency), TOUCH_SECONDS) };
};

/** Lets notes be heard as they are entered. The sounds are large: they come with the first one, and until then it is silent. */
@Injectable({ providedIn: 'root' })
export class TouchService {
  private loading: Promise<void> | undefined;
  private touch: Touch | undefined;

  readonly on = signal(true);

  /** Sounds keys together, as MIDI numbers. */
  strike(keys: readonly number[]): void {
    if (!this.on() || keys.length === 0) return;
    if (this.touch) this.touch.strike(keys);
    // Typing goes on in silence where there is no sound to be had.
    else
      this.loading ??= loadTouch()
        .then((touch) => void (this.touch = touch))
        .catch(() => undefined);
  }
}
