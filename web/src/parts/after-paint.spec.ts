import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { afterPaint } from './after-paint';

@Component({ template: '{{ late() ?? "not yet" }}' })
class Follower {
  readonly source = signal('first');
  readonly late = afterPaint(this.source);
}

const nextFrame = (): Promise<void> =>
  new Promise((resolve) => requestAnimationFrame(() => setTimeout(() => resolve(), 5)));

describe('what surrounds the score', () => {
  it('follows one frame behind, and only the last value counts', async () => {
    const fixture = TestBed.createComponent(Follower);
    fixture.detectChanges();
    const { source, late } = fixture.componentInstance;
    expect(late()).toBeUndefined();
    source.set('second');
    TestBed.tick();
    source.set('third');
    TestBed.tick();
    await nextFrame();
    expect(late()).toBe('third');
  });
});
