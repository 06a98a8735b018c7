import { TestBed } from '@angular/core/testing';
import { trialSchema, type RulesFile, type StudentTrial } from '@kettle-step/contract';
import { of } from 'rxjs';
import { StudentsService } from '../services/students.service';
import { Tendencies } from './tendencies';

const chosen = (numbers: readonly [number, number]): StudentTrial => ({
  pieceId: 'kite',
  title: 'Kite',
  trial: trialSchema.parse({
    id: String(numbers[0]),
    side: 'left',
    bars: [0, 0],
    numbers,
    passage: 'arpeggio',
    setOn: '2026-03-04',
    ways: [
      { name: 'A', fingers: [['n', 3]], moves: [] },
      { name: 'B', fingers: [['n', 4]], moves: [] },
    ],
    choice: { name: 'B', reason: '', on: '2026-03-11' },
  }),
});

describe('what trials have shown', () => {
  const setUp = async (trials: readonly StudentTrial[], rules: RulesFile) => {
    TestBed.configureTestingModule({
      providers: [{ provide: StudentsService, useValue: { trials: () => of(trials) } }],
    });
    const fixture = TestBed.createComponent(Tendencies);
    fixture.componentRef.setInput('studentId', 'pip');
    fixture.componentRef.setInput('rules', rules);
    await fixture.whenStable();
    return { fixture, element: fixture.nativeElement as HTMLElement };
  };

  it('is offered as a rule beside those the student has, and set only by a press', async () => {
    const { fixture, element } = await setUp([chosen([1, 1]), chosen([5, 5])], { pairs: 'slide' });
    const accepted: RulesFile[] = [];
    fixture.componentInstance.accept.subscribe((rules) => accepted.push(rules));
    expect(element.textContent).toContain('4 rather than 3 inside broken chords of the left hand');
    expect(element.textContent).toContain('2 of 2 times: Kite, bar 1; Kite, bar 5');
    expect(accepted).toEqual([]);
    element.querySelector('button')!.click();
    expect(accepted).toEqual([{ pairs: 'slide', arpeggioInner: 4 }]);
  });

  it('is no offer where it is a rule already, and nothing where too little was tried', async () => {
    const { element } = await setUp([chosen([1, 1]), chosen([5, 5])], { arpeggioInner: 4 });
    expect(element.textContent).toContain('✓ a rule');
    expect(element.querySelector('button')).toBeNull();
    TestBed.resetTestingModule();
    expect((await setUp([chosen([1, 1])], {})).element.textContent!.trim()).toBe('');
  });
});
