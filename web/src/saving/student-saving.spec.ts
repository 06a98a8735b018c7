import { TestBed } from '@angular/core/testing';
import type { SaveStudent, Student } from '@kettle-step/contract';
import { delay, of, throwError, type Observable } from 'rxjs';
import { PIP } from '../../testing/student';
import { ServerProblem } from '../services/server-problem';
import { StudentsService } from '../services/students.service';
import { StudentSaving } from './student-saving';

const refused = (status: number, code: 'conflict' | 'not-found', detail: string): Observable<never> =>
  throwError(() => new ServerProblem({ type: '', title: '', status, detail, code }, detail));

/** A server with one student; it takes a moment to answer. */
class FakeStudents {
  now: Student | undefined = PIP;
  readonly saved: SaveStudent[] = [];
  problem = '';

  get(): Observable<Student> {
    return of(this.now!);
  }

  save(_id: string, saved: SaveStudent): Observable<number> {
    if (this.problem) return throwError(() => new Error(this.problem));
    if (!this.now) return refused(404, 'not-found', 'This student is no longer in the studio.');
    if (this.now.revision !== saved.baseRevision) return refused(409, 'conflict', 'Changed.');
    this.saved.push(saved);
    this.write(saved);
    return of(this.now.revision).pipe(delay(100));
  }

  /** Another window writes. */
  write({ baseRevision: _, ...facts }: Partial<SaveStudent>): void {
    if (this.now) this.now = { ...this.now, ...facts, revision: this.now.revision + 1 };
  }
}

describe('changes of a student', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  const open = () => {
    const server = new FakeStudents();
    TestBed.configureTestingModule({ providers: [{ provide: StudentsService, useValue: server }] });
    const saving = TestBed.inject(StudentSaving);
    const stored: Student[] = [];
    saving.stored.subscribe((student) => stored.push(student));
    const rest = (ms = 1000): void => void jest.advanceTimersByTime(ms);
    return { server, saving, stored, rest };
  };

  it('that are made while another is on its way are saved from where that one leads', () => {
    const { server, saving, stored, rest } = open();
    saving.keep(PIP, { remarks: 'Sits well' });
    rest(50);
    saving.keep(PIP, { name: 'Pip H.' });
    expect(saving.latest(PIP)).toMatchObject({ name: 'Pip H.', remarks: 'Sits well' });
    rest();
    expect(server.saved.map(({ baseRevision, name, remarks }) => [baseRevision, name, remarks])).toEqual([
      [4, 'Pip', 'Sits well'],
      [5, 'Pip H.', 'Sits well'],
    ]);
    expect([stored.at(-1)?.revision, saving.state()]).toEqual([6, 'saved']);
  });

  it('are saved once, though the server writes them a little otherwise', () => {
    const { server, saving, rest } = open();
    saving.keep(PIP, { name: 'Pip ' });
    rest(50);
    server.now = { ...server.now!, name: 'Pip' };
    rest(10_000);
    expect([server.saved.length, saving.state()]).toEqual([1, 'saved']);
  });

  it('wait while nobody answers, and are seen meanwhile', () => {
    const { server, saving, rest } = open();
    server.problem = 'Nobody answers.';
    saving.keep(PIP, { remarks: 'Sits well' });
    rest();
    expect([saving.state(), saving.problem()]).toEqual(['failed', 'Not saved yet. Nobody answers.']);
    expect(saving.latest(PIP).remarks).toBe('Sits well');
    server.problem = '';
    rest(6000);
    expect([server.now?.remarks, saving.state(), saving.problem()]).toEqual(['Sits well', 'saved', '']);
  });

  it('go on top of what another window changed besides', () => {
    const { server, saving, rest } = open();
    server.write({ name: 'Pip Hallow' });
    saving.keep(PIP, { remarks: 'Sits well' });
    rest();
    expect(server.now).toMatchObject({ name: 'Pip Hallow', remarks: 'Sits well' });
    expect([saving.state(), saving.problem()]).toEqual(['saved', '']);
  });

  it('give way where another window changed the same, and are said', () => {
    const { server, saving, stored, rest } = open();
    server.write({ remarks: 'Sits low' });
    saving.keep(PIP, { remarks: 'Sits well', since: '2026-09-01' });
    rest();
    expect(server.now).toMatchObject({ remarks: 'Sits low', since: '2026-09-01' });
    expect(stored.at(-1)?.remarks).toBe('Sits low');
    expect(saving.lost()).toBe(
      'Pip was changed in another window, and is shown as saved there. You wrote: “Sits well”.',
    );
  });

  it('are let go where the student has left, which is said', () => {
    const { server, saving, rest } = open();
    server.now = undefined;
    saving.keep(PIP, { remarks: 'Sits well' });
    rest();
    expect([saving.state(), saving.lost()]).toEqual([
      'saved',
      'This student is no longer in the studio. What you changed of Pip is not kept.',
    ]);
  });
});
