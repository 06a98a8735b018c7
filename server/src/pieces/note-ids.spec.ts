import { demoPieces } from '../../../core/testing/demo';
import { openScore } from '../../../core/testing/musicxml';
import { importPiece } from './import';
import { idsIn, unknownNote } from './note-ids';

describe('ids in the text of a document', () => {
  it.each(demoPieces())('of $name are those of its notes, and a few more', ({ name, bytes }) => {
    const imported = importPiece(bytes, `${name}.musicxml`);
    if (imported.kind === 'error') throw new Error(imported.error.format);
    const { document, fingers } = imported.value.piece;
    const ids = idsIn(document);
    expect(openScore(document).score.notes.filter(({ id }) => !ids.has(id))).toEqual([]);
    expect(unknownNote(document, fingers)).toBeUndefined();
    expect(unknownNote(document, [...fingers, { noteId: 'of-no-note' }])).toBe('of-no-note');
  });

  it('are read as XML has them: either quotation mark, and signs that it writes otherwise (XML 1.0, 2.3 and 4.6)', () => {
    const text = `<note default-x="1" id='a"b'/><note id = "c&amp;&lt;&apos;"/><note data-id="no"/><words>id="no"</words>`;
    expect([...idsIn(text)]).toEqual(['a"b', "c&<'"]);
  });
});
