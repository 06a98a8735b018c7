import type { ComponentFixture } from '@angular/core/testing';

/** Draws a component until it is at rest: fields get what is bound to them a moment after they are there. */
export const drawn = async (fixture: ComponentFixture<unknown>): Promise<void> => {
  fixture.detectChanges();
  await fixture.whenStable();
  fixture.detectChanges();
};
