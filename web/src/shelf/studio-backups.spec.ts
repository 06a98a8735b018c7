import { TestBed } from '@angular/core/testing';
import type { Backup } from '@kettle-step/contract';
import { of, throwError } from 'rxjs';
import { BackupsService } from '../services/backups.service';
import { sizeInWords, StudioBackups } from './studio-backups';

const backup = (name: string, why: Backup['why']): Backup => ({
  name,
  why,
  madeAt: '2026-11-27T10:00:00.000Z',
  bytes: 2_400_000,
});

const setUp = (service: object): HTMLElement => {
  TestBed.configureTestingModule({ providers: [{ provide: BackupsService, useValue: service }] });
  const fixture = TestBed.createComponent(StudioBackups);
  fixture.detectChanges();
  return fixture.nativeElement as HTMLElement;
};

describe('backups on the shelf', () => {
  it('are listed with day, reason and size, and made by one press', () => {
    const service = {
      list: () => of([backup('a', 'daily')]),
      make: () => of([backup('b', 'asked'), backup('a', 'daily')]),
    };
    const element = setUp(service);
    const lines = (): readonly string[] =>
      [...element.querySelectorAll('li')].map((line) => line.textContent!.replace(/\s+/g, ' ').trim());
    expect(lines()[0]).toMatch(/^27 November 2026, \d\d:00, of the day, 2\.4 MB/);
    element.querySelector('button')!.click();
    TestBed.tick();
    expect(lines()).toHaveLength(2);
    expect(lines()[0]).toContain('made by you');
    expect(element.querySelector('[role=status]')!.textContent).toBe('The studio is backed up.');
  });

  it('are not spoken of where the studio is on a server of its own; what fails is told', () => {
    expect(setUp({ list: () => of(null) }).textContent).toBe('');
    TestBed.resetTestingModule();
    const element = setUp({ list: () => of([]), make: () => throwError(() => new Error('The disk is full.')) });
    element.querySelector('button')!.click();
    TestBed.tick();
    expect(element.querySelector('[role=alert]')!.textContent).toBe('The disk is full.');
  });

  it('have sizes as they are said', () => {
    expect([sizeInWords(300), sizeInWords(81_920), sizeInWords(12_345_678)]).toEqual(['1 kB', '82 kB', '12.3 MB']);
  });
});
