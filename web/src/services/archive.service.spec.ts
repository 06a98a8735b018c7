import { HttpEventType, provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { ArchiveService, type Restoring } from './archive.service';

const REPORT = { createdAt: '2026-01-05T10:00:00.000Z', pieces: [{ title: 'Millrace', outcome: 'added', words: '' }] };
const PROBLEM = { type: '', title: '', status: 507, detail: 'The disk of the studio is full.', code: 'storage-full' };

const line = (content: unknown): string => `${JSON.stringify(content)}\n`;

const setUp = () => {
  TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
  const [told, failed]: [Restoring[], string[]] = [[], []];
  TestBed.inject(ArchiveService)
    .restore(new Blob(['zip']))
    .subscribe({ next: (one) => told.push(one), error: (cause: Error) => failed.push(cause.message) });
  const request = TestBed.inject(HttpTestingController).expectOne('/api/archive');
  const comes = (partialText: string): void =>
    request.event({ type: HttpEventType.DownloadProgress, loaded: partialText.length, partialText } as never);
  return { told, failed, request, comes };
};

describe('bringing an archive in', () => {
  it('is told line by line as they come, whole ones only, and ends with the report', () => {
    const { told, request, comes } = setUp();
    comes('{"done":1,');
    const steps = line({ done: 1, of: 2 }) + line({ done: 2, of: 2 });
    comes(line({ done: 1, of: 2 }));
    comes(`${steps}{"rep`);
    request.flush(steps + line({ report: REPORT }));
    expect(told).toEqual([
      { kind: 'step', done: 1, of: 2 },
      { kind: 'step', done: 2, of: 2 },
      { kind: 'ended', report: REPORT },
    ]);
  });

  it('says what went wrong on the way, also when lines have come already', () => {
    const { told, failed, request, comes } = setUp();
    comes(line({ done: 1, of: 2 }));
    request.flush(line({ done: 1, of: 2 }) + line({ problem: PROBLEM }));
    expect(told).toHaveLength(1);
    expect(failed).toEqual(['The disk of the studio is full.']);
  });

  it('says why a file is refused', () => {
    const { failed, request } = setUp();
    request.flush(JSON.stringify({ ...PROBLEM, status: 422, detail: 'This is no archive.', code: 'unreadable-file' }), {
      status: 422,
      statusText: 'Unprocessable Content',
    });
    expect(failed).toEqual(['This is no archive.']);
  });
});
