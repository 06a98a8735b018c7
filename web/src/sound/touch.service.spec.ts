import { TestBed } from '@angular/core/testing';
import { TouchService } from './touch.service';

const struck: unknown[] = [];
let loads = 0;

// The samples come over the wire and sound by Web Audio, which a test has not.
jest.mock('./piano', () => ({
  frequency: (midi: number) => midi,
  loadPiano: () => {
    loads += 1;
    return Promise.resolve({ triggerAttackRelease: (keys: number[]) => struck.push(keys) });
  },
}));

const settle = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 20));

describe('notes that are heard as they are entered', () => {
  it('sound once the piano is there, together, and not when it is switched off', async () => {
    const service = TestBed.inject(TouchService);
    service.strike([60]);
    service.strike([62]);
    await settle();
    expect(loads).toBe(1);
    service.strike([60, 64]);
    service.strike([]);
    service.on.set(false);
    service.strike([65]);
    expect(struck).toEqual([[60, 64]]);
  });
});
