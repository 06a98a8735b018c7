import { TestBed } from '@angular/core/testing';
import type { Trashed } from '@kettle-step/contract';
import { of, throwError } from 'rxjs';
import { PiecesService } from '../services/pieces.service';
import { Trash } from './trash';

describe('pieces that were taken off the shelf', () => {
  const setUp = (bringBack: (id: string) => unknown) => {
    let trashed: readonly Trashed[] = [
      { id: 'b1', title: 'Millrace', student: 'Juno Marsh', trashedAt: '2026-11-27T10:00:00.000Z' },
    ];
    const service = {
      trashed: () => of(trashed),
      bringBack: (id: string) => {
        trashed = trashed.filter((one) => one.id !== id);
        return bringBack(id);
      },
    };
    TestBed.configureTestingModule({ providers: [{ provide: PiecesService, useValue: service }] });
    const fixture = TestBed.createComponent(Trash);
    fixture.detectChanges();
    return {
      fixture,
      element: fixture.nativeElement as HTMLElement,
      add: (one: Trashed) => (trashed = [...trashed, one]),
    };
  };

  it('stand there with the way back, and are gone once they came back', () => {
    const { fixture, element } = setUp(() => of(undefined));
    let cameBack = 0;
    fixture.componentInstance.cameBack.subscribe(() => (cameBack += 1));
    expect(element.querySelector('li')!.textContent).toContain('Millrace, for Juno Marsh');
    element.querySelector('button')!.click();
    fixture.detectChanges();
    expect(cameBack).toBe(1);
    expect(element.textContent!.trim()).toBe('');
  });

  it('are looked for anew when another is taken off; what fails is told', () => {
    const { fixture, element, add } = setUp(() => throwError(() => new Error('No longer in the bin.')));
    add({ id: 'b2', title: 'Kite', student: '', trashedAt: '2026-11-27T11:00:00.000Z' });
    fixture.componentRef.setInput('turn', 1);
    fixture.detectChanges();
    expect(element.querySelectorAll('li')).toHaveLength(2);
    element.querySelector('button')!.click();
    fixture.detectChanges();
    expect(element.querySelector('[role=alert]')!.textContent).toBe('No longer in the bin.');
  });
});
