import {
  readRequestSchema,
  type FileRequest,
  type ReadAnswer,
  type ReadRequest,
  type TextRequest,
} from '@kettle-step/contract';
import { serializeMusicXml } from '@kettle-step/core';
import { explainMusicError, readMusic, readTyped } from '@kettle-step/core/formats';

/** Reads a file as the server will, so that the teacher sees what is in it before it is sent, and the page never waits. */
const readFile = ({ request, bytes, name, choice, whole }: FileRequest): ReadAnswer => {
  const music = readMusic(bytes, name, choice);
  if (music.kind === 'error') return { kind: 'refused', request, message: explainMusicError(music.error) };
  const { format, score, notices, parts, tunes } = music.value;
  const document = whole ? serializeMusicXml(music.value.document) : null;
  return {
    kind: 'read',
    request,
    document,
    summary: {
      format,
      title: score.title,
      bars: score.bars.length,
      notes: score.notes.length,
      notices: [...notices],
      parts: [...parts],
      tunes: [...tunes],
    },
  };
};

const readText = ({ request, text }: TextRequest): ReadAnswer => {
  const typed = readTyped(text);
  if (typed.kind === 'error') return { kind: 'untypable', request, ...typed.error };
  const { score, engravable, places, remarks } = typed.value;
  const { title, bars, notes } = score;
  return { kind: 'typed', request, engravable, places, remarks, title, bars: bars.length, notes: notes.length };
};

const read = (asked: ReadRequest): ReadAnswer => (asked.kind === 'file' ? readFile(asked) : readText(asked));

addEventListener('message', ({ data }: MessageEvent<unknown>) => postMessage(read(readRequestSchema.parse(data))));
