import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless';

setupZonelessTestEnv();

// jsdom has no User Timing (W3C); the bench marks when a finger is set and when it is shown.
Object.defineProperty(performance, 'mark', { value: () => undefined, configurable: true });

// Nor has it the inert attribute as a property (HTML standard); what stands under the lock screen is inert.
Object.defineProperty(HTMLElement.prototype, 'inert', { value: false, writable: true, configurable: true });

// Nor does it measure elements (W3C Resize Observer); charts ask for that.
const nothing = (): void => undefined;
globalThis.ResizeObserver ??= class {
  readonly observe = nothing;
  readonly unobserve = nothing;
  readonly disconnect = nothing;
};
