import { TestBed } from '@angular/core/testing';
import { concat, NEVER, of, throwError } from 'rxjs';
import { ArchiveService } from '../services/archive.service';
import { StudioArchive } from './studio-archive';

const setUp = (answer: ReturnType<ArchiveService['restore']>) => {
  TestBed.configureTestingModule({
    providers: [{ provide: ArchiveService, useValue: { address: '/api/archive', restore: () => answer } }],
  });
  const fixture = TestBed.createComponent(StudioArchive);
  const restored: unknown[] = [];
  fixture.componentInstance.restored.subscribe(() => restored.push(1));
  fixture.componentInstance.take(new File(['zip'], 'studio.zip'));
  fixture.detectChanges();
  return { text: (fixture.nativeElement as HTMLElement).textContent ?? '', restored };
};

describe('the studio archive on the shelf', () => {
  it('tells what became of each piece', () => {
    const pieces = [
      { title: 'Millrace', outcome: 'beside' as const, words: 'Nothing was overwritten.' },
      { title: 'Lost', outcome: 'refused' as const, words: 'piece.json is missing.' },
    ];
    const { text, restored } = setUp(of({ kind: 'ended', report: { createdAt: '2026-01-05T10:00:00.000Z', pieces } }));
    expect(text).toMatch(/Millrace\s*beside yours\s*Nothing was overwritten/);
    expect(text).toContain('piece.json is missing.');
    expect(restored).toHaveLength(1);
  });

  it('tells how far it is', () => {
    const { text, restored } = setUp(concat(of({ kind: 'step' as const, done: 3, of: 12 }), NEVER));
    expect(text).toContain('3 of 12 pieces are in');
    expect(restored).toHaveLength(0);
  });

  it('says why a file is no archive', () => {
    const { text, restored } = setUp(throwError(() => new Error('This .zip holds no studio')));
    expect(text).toContain('holds no studio');
    expect(restored).toHaveLength(0);
  });
});
