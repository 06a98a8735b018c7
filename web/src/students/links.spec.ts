import { TestBed } from '@angular/core/testing';
import type { NewLink, StudentLink } from '@kettle-step/contract';
import { of } from 'rxjs';
import { OwnPageService } from '../services/own-page.service';
import { StudentLinks } from './links';

describe('links to a student’s own page', () => {
  const setUp = () => {
    let links: readonly StudentLink[] = [];
    const made: NewLink[] = [];
    const service = {
      links: () => of(links),
      make: (_student: string, link: NewLink) => {
        made.push(link);
        links = [...links, { id: `l${made.length}`, createdAt: '2026-11-27T10:00:00.000Z', expiresOn: link.expiresOn ?? null }];
        return of('secret');
      },
      takeBack: (_student: string, id: string) => {
        links = links.filter((one) => one.id !== id);
        return of(undefined);
      },
    }; // prettier-ignore
    TestBed.configureTestingModule({ providers: [{ provide: OwnPageService, useValue: service }] });
    const fixture = TestBed.createComponent(StudentLinks);
    fixture.componentRef.setInput('studentId', 'pip');
    fixture.detectChanges();
    const element = fixture.nativeElement as HTMLElement;
    const lines = (): readonly string[] =>
      [...element.querySelectorAll('li')].map((line) => line.textContent!.replace(/\s+/g, ' ').trim());
    const address = (): string | undefined => element.querySelector<HTMLInputElement>('.made input')?.value;
    return { fixture, lines, address, made };
  };

  it('are shown once, when they are made', () => {
    const { fixture, lines, address, made } = setUp();
    fixture.componentInstance.until.set('2026-12-24');
    fixture.componentInstance.make();
    fixture.detectChanges();
    expect(made).toEqual([{ expiresOn: '2026-12-24' }]);
    expect(address()).toMatch(/\/my\/secret$/);
    expect(lines()[0]).toContain('good until 24 December 2026');
    // Another student is looked at.
    fixture.componentRef.setInput('studentId', 'juno');
    fixture.detectChanges();
    expect(address()).toBeUndefined();
  });

  it('are taken back, and with them the address that was shown', () => {
    const { fixture, lines, address } = setUp();
    fixture.componentInstance.make();
    fixture.componentInstance.takeBack('l1');
    fixture.detectChanges();
    expect(lines()).toEqual([]);
    expect(address()).toBeUndefined();
  });
});
