import { readRequestSchema, type ReadAnswer, type ReadRequest } from '@kettle-step/contract';
import { explainMusicError, readMusic } from '@kettle-step/core/formats';

/** Reads a file as the server will, so that the teacher sees what is in it before it is sent, and the page never waits. */
const read = ({ request, bytes, name, choice }: ReadRequest): ReadAnswer => {
  const music = readMusic(bytes, name, choice);
  if (music.kind === 'error') return { kind: 'refused', request, message: explainMusicError(music.error) };
  const { format, score, notices, parts, tunes } = music.value;
  return {
    kind: 'read',
    request,
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
