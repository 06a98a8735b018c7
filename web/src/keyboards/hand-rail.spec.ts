import { TestBed } from '@angular/core/testing';
import { testPiece } from '../../testing/piece';
import { HandRail } from './hand-rail';
import { handsAt } from './hand-moment';

const show = (music: string, noteId: string) => {
  const { score, plan, notes } = testPiece(music);
  const fixture = TestBed.createComponent(HandRail);
  const keys = score.notes.map(({ midi }) => midi);
  fixture.componentRef.setInput('lowest', Math.min(...keys));
  fixture.componentRef.setInput('highest', Math.max(...keys));
  fixture.componentRef.setInput('hands', handsAt(score, plan, notes, notes.get(noteId)!.note));
  fixture.detectChanges();
  return { rail: fixture.componentInstance, host: fixture.nativeElement as HTMLElement };
};

const RUN = '( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | C5/4';

describe('the hand rail', () => {
  it('draws whole octaves to scale: white keys of 23.5 mm, black ones of 10', () => {
    const { rail } = show('C4/1 D4', 'n1');
    const [white] = rail.keys().filter(({ black }) => !black);
    expect(white?.width).toBe(23.5);
    expect(rail.keys().filter(({ black }) => black)[0]?.width).toBe(10);
    expect(rail.keys().filter(({ label }) => label !== '').length).toBeGreaterThanOrEqual(4);
  });

  it('names the position, the finger that is down, and where the hand goes next', () => {
    const { host } = show(RUN, 'n2');
    expect(host.querySelector('.label')?.textContent).toContain('R · C position');
    expect(host.querySelector('.next')?.textContent).toContain('R next: F');
    expect(host.querySelectorAll('.spot.down')).toHaveLength(1);
    expect(host.querySelector('svg')?.getAttribute('aria-label')).toBe('right hand in C position, fingers down 2');
  });

  it('shows no ghost when the hand stays', () => {
    expect(show('C4/1 D4 E4 F4', 'n1').host.querySelector('.ghost')).toBeNull();
  });

  it('puts the label of the next position where the two do not meet', () => {
    const { rail } = show(RUN, 'n1');
    const [{ left, label, ghost }] = rail.drawn() as [ReturnType<HandRail['drawn']>[number]];
    const end = left + label.length * 5.4;
    const follows = ghost!.anchor === 'start' && ghost!.labelX >= end;
    expect(follows || ghost!.labelX - ghost!.label.length * 4.6 >= end - 6).toBe(true);
  });
});
