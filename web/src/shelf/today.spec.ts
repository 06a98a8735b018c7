import { isoDay } from '@kettle-step/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { lessonSchema, type DueList, type Lesson } from '@kettle-step/contract';
import { of } from 'rxjs';
import { LessonsService } from '../services/lessons.service';
import { StudentsService } from '../services/students.service';
import { Today } from './today';

const TODAY = isoDay(new Date());
const lesson = (student: string, time: string, state: Lesson['state'] = 'planned'): Lesson =>
  lessonSchema.parse({
    id: student,
    studentId: student.toLowerCase(),
    student,
    revision: 1,
    startsAt: `${TODAY}T${time}`,
    state,
  });
const due = (studentId: string, words: string): DueList[number] => ({
  studentId,
  subject: { kind: 'words', words },
  dueOn: TODAY,
  lastOn: TODAY,
});

describe('today on the shelf', () => {
  it('says who comes, with what is due from memory for each', async () => {
    const asked: (readonly string[])[] = [];
    TestBed.configureTestingModule({
      providers: [
        provideRouter([]),
        { provide: LessonsService, useValue: { list: () => of([lesson('Pip', '16:00'), lesson('Juno', '17:30'), lesson('Bram', '18:00', 'cancelled')]) } },
        {
          provide: StudentsService,
          useValue: {
            due: (_on: string, ids: readonly string[]) => {
              asked.push(ids);
              return of([due('pip', 'C position'), due('pip', 'G position'), due('pip', 'Kite')]);
            },
          },
        },
      ],
    }); // prettier-ignore
    const fixture = TestBed.createComponent(Today);
    await fixture.whenStable();
    const spans = [...(fixture.nativeElement as HTMLElement).querySelectorAll('p > span')].map((one) =>
      [...one.children].map((part) => part.textContent!.trim()),
    );
    expect(spans).toEqual([['16:00 Pip', 'from memory: C position; G position and 1 more'], ['17:30 Juno']]);
    expect(asked).toEqual([['pip', 'juno', 'bram']]);
  });
});
