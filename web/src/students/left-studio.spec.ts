import { TestBed } from '@angular/core/testing';
import type { LeftStudent } from '@kettle-step/contract';
import { of } from 'rxjs';
import { StudentsService } from '../services/students.service';
import { LeftStudio } from './left-studio';
import { StudentsStore } from './students.store';

const left = (id: string, name: string, more: Partial<LeftStudent> = {}): LeftStudent => ({
  id,
  name,
  leftAt: '2026-07-03T15:00:00.000Z',
  leaving: 'keep',
  pieces: 0,
  ...more,
});

describe('those who have left the studio', () => {
  const open = () => {
    let gone = [
      left('pip', 'Pip', { pieces: 1 }),
      left('juno', 'Juno', { leaving: 'archive', pieces: 3 }),
      left('bram', 'Bram'),
    ];
    const asked: string[] = [];
    const without = (what: string) => (id: string) => {
      asked.push(`${what} ${id}`);
      gone = gone.filter((one) => one.id !== id);
      return of(undefined);
    };
    const service = { list: () => of([]), left: () => of(gone), comeBack: without('back'), forget: without('forget') };
    TestBed.configureTestingModule({
      providers: [{ provide: StudentsService, useValue: service }],
    });
    const store = TestBed.inject(StudentsStore);
    store.loadAll();
    const fixture = TestBed.createComponent(LeftStudio);
    fixture.componentInstance.comeBack.subscribe((id) => store.comeBack(id).subscribe());
    const page = fixture.nativeElement as HTMLElement;
    const rows = (): readonly string[] => {
      fixture.detectChanges();
      return [...page.querySelectorAll('li')].map((row) => row.querySelector('.soft')!.textContent);
    };
    return { store, page, rows, asked };
  };

  it('are named, with what became of their pieces', () => {
    expect(open().rows()).toEqual([
      'left on 3 July 2026; 1 piece stayed',
      'left on 3 July 2026, with 3 pieces',
      'left on 3 July 2026',
    ]);
  });

  it('are taken back in, or thrown away', () => {
    const { page, rows, store, asked } = open();
    rows();
    page.querySelector('button')!.click();
    expect(rows()).toHaveLength(2);
    store.forget('juno');
    expect(rows()).toHaveLength(1);
    store.forget('bram');
    expect([rows(), page.querySelector('details')]).toEqual([[], null]);
    expect(asked).toEqual(['back pip', 'forget juno', 'forget bram']);
  });
});
