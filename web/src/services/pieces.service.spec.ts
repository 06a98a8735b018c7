import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { testPiece } from '../../testing/piece';
import { PieceList } from './piece-list';
import { PiecesService } from './pieces.service';
import { ServerProblem } from './server-problem';

const setUp = () => {
  TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
  return { service: TestBed.inject(PiecesService), http: TestBed.inject(HttpTestingController) };
};

describe('the pieces on the server', () => {
  it('are taken only as the contract has them', () => {
    const { service, http } = setUp();
    const { stored } = testPiece('C4/1 D4');
    const got: unknown[] = [];
    service.get('piece').subscribe((piece) => got.push(piece));
    http.expectOne('/api/pieces/piece').flush(stored);
    expect(got).toEqual([stored]);
    service.get('piece').subscribe({ error: (cause: unknown) => got.push(cause) });
    http.expectOne('/api/pieces/piece').flush({ ...stored, bars: 'many' });
    expect(got[1]).toBeInstanceOf(ServerProblem);
    expect((got[1] as ServerProblem).message).toBe('The answer could not be understood.');
  });

  it('take a list that was begun before, once, and ask again where it failed', () => {
    const { service, http } = setUp();
    const list = TestBed.inject(PieceList);
    const got: unknown[] = [];
    list.begin();
    const begun = http.expectOne('/api/pieces');
    service.list().subscribe((pieces) => got.push(pieces));
    begun.flush({ pieces: [] });
    service.list().subscribe((pieces) => got.push(pieces));
    http.expectOne('/api/pieces').flush({ pieces: [] });
    expect(got).toEqual([[], []]);
    list.begin();
    http.expectOne('/api/pieces').flush('', { status: 500, statusText: 'Broken' });
    service.list().subscribe((pieces) => got.push(pieces));
    http.expectOne('/api/pieces').flush({ pieces: [] });
    expect(got).toHaveLength(3);
  });

  it('pass the server’s own words on, also from an upload', () => {
    const { service, http } = setUp();
    const problems: ServerProblem[] = [];
    service
      .import(new Blob(['x']), 'x.abc', { parts: [], tune: 2 })
      .subscribe({ error: (cause: ServerProblem) => problems.push(cause) });
    const problem = { type: 't', title: 't', status: 422, detail: 'This is not an XML file.', code: 'unreadable-file' };
    http.expectOne('/api/pieces?name=x.abc&tune=2').flush(problem, { status: 422, statusText: 'Unprocessable' });
    expect(problems[0]).toMatchObject({ message: 'This is not an XML file.', problem: { code: 'unreadable-file' } });
  });

  it('say plainly when the server is gone', () => {
    const { service, http } = setUp();
    const words: string[] = [];
    service.list().subscribe({ error: (cause: ServerProblem) => words.push(cause.message) });
    http.expectOne('/api/pieces').error(new ProgressEvent('error'));
    expect(words).toEqual(['Kettle Step cannot be reached; is it still running?']);
  });
});
