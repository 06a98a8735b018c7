import { readRequestSchema, type ReadAnswer, type ReadRequest } from '@kettle-step/contract';
import { serializeMusicXml } from '@kettle-step/core';
import { explainMusicError, readMusic } from '@kettle-step/core/formats';

/** Reads a file as the server will, so that the teacher sees what is in it before it is sent, and the page never waits. */
const read = ({ request, bytes, name, choice, whole }: ReadRequest): ReadAnswer => {
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

addEventListener('message', ({ data }: MessageEvent<unknown>) => postMessage(read(readRequestSchema.parse(data))));
