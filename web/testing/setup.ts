import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless';

setupZonelessTestEnv();

// jsdom has no User Timing (W3C); the bench marks when a finger is set and when it is shown.
Object.defineProperty(performance, 'mark', { value: () => undefined, configurable: true });
