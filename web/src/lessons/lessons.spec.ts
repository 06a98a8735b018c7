import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { en_GB, provideNzI18n } from 'ng-zorro-antd/i18n';
import { of, throwError } from 'rxjs';
import { drawn } from '../../testing/drawn';
import { FakeLessons, lessonAt } from '../../testing/lesson-book';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { PIP } from '../../testing/student';
import { LessonsService } from '../services/lessons.service';
import { StudentsService } from '../services/students.service';
import { Lessons } from './lessons';

describe('the lesson book as a place', () => {
  const open = (students: object) => {
    const book = new FakeLessons([lessonAt('a', '2026-11-24T16:00', { heard: 'Bar 6' })]);
    openSession(testPiece('C4/4'), new Map(), [
      provideRouter([]),
      provideNzI18n(en_GB),
      { provide: LessonsService, useValue: book },
      { provide: StudentsService, useValue: students },
    ]);
    const fixture = TestBed.createComponent(Lessons);
    fixture.componentRef.setInput('day', '2026-11-24');
    const page = fixture.nativeElement as HTMLElement;
    const look = async (): Promise<string> => {
      await drawn(fixture);
      return page.textContent.replace(/\s+/g, ' ');
    };
    return { book, page, look };
  };

  it('opens a lesson of the day, with what was written about it', async () => {
    const { page, look } = open({ list: () => of([PIP]), get: () => of(PIP), trials: () => of([]) });
    expect(await look()).toContain('16:00 Pip Hallow');
    page.querySelector<HTMLButtonElement>('.found button')!.click();
    expect(await look()).toContain('Pip Hallow, 24 November 2026');
    expect(page.querySelector<HTMLTextAreaElement>('textarea')!.value).toBe('Bar 6');
  });

  it('stands, and says why, where nobody can tell who the students are and what they play', async () => {
    const away = () => throwError(() => new Error('Kettle Step cannot be reached.'));
    const { page, look } = open({ list: away, get: away, trials: away });
    await look();
    page.querySelector<HTMLButtonElement>('.found button')!.click();
    const words = await look();
    expect(words).toContain('Kettle Step cannot be reached.');
    expect(words).toContain('Pip Hallow, 24 November 2026');
  });
});
