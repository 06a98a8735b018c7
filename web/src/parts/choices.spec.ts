import { TestBed } from '@angular/core/testing';
import { Choices } from './choices';

describe('a few choices', () => {
  it('are buttons of a named group, of which the chosen one is pressed', () => {
    const fixture = TestBed.createComponent(Choices<'day' | 'week'>);
    fixture.componentRef.setInput('label', 'What is listed');
    fixture.componentRef.setInput('choices', [
      { value: 'day', words: 'a day' },
      { value: 'week', words: 'a week' },
    ]);
    fixture.componentRef.setInput('chosen', 'week');
    fixture.detectChanges();
    const element = fixture.nativeElement as HTMLElement;
    const buttons = [...element.querySelectorAll('button')];
    expect(element.querySelector('[role=group]')!.getAttribute('aria-label')).toBe('What is listed');
    expect(buttons.map((button) => [button.textContent!.trim(), button.getAttribute('aria-pressed')])).toEqual([
      ['a day', 'false'],
      ['a week', 'true'],
    ]);
    const chosen: string[] = [];
    fixture.componentInstance.choose.subscribe((value) => chosen.push(value));
    buttons[0]!.click();
    expect(chosen).toEqual(['day']);
  });
});
