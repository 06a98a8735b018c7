import {
  andThen,
  createPlanner,
  DEFAULT_HAND,
  explainMusicXmlError,
  ok,
  parseMusicXml,
  readScore,
  serializeMusicXml,
  writePlaceholders,
  type Score,
} from '@kettle-step/core';
import { engineRequestSchema, type EngineAnswer, type EngineRequest } from '@kettle-step/contract';

/** Reads a piece once and fingers it again whenever locks change. */
const planner = createPlanner(DEFAULT_HAND);
let score: Score | undefined;

const open = (request: number, document: string): EngineAnswer => {
  const read = andThen(parseMusicXml(document), (dom) => andThen(readScore(dom), (value) => ok({ dom, value })));
  if (read.kind === 'error') return { kind: 'failed', request, message: explainMusicXmlError(read.error) };
  score = read.value.value;
  writePlaceholders(read.value.dom, score);
  return { kind: 'opened', request, score, engravable: serializeMusicXml(read.value.dom) };
};

const answer = (asked: EngineRequest): EngineAnswer => {
  const { request } = asked;
  if (asked.kind === 'open') return open(request, asked.document);
  if (!score) return { kind: 'failed', request, message: 'No piece is open.' };
  return { kind: 'planned', request, plan: planner.plan(score, { locks: new Map(asked.locks), alternatives: 0 }) };
};

/** The newest wish for a plan: older ones that still wait are worth nothing and are not worked out. */
let newestPlan = 0;

addEventListener('message', ({ data }: MessageEvent<unknown>) => {
  const asked = engineRequestSchema.parse(data);
  if (asked.kind === 'plan') newestPlan = asked.request;
  // Answered in a later turn, so that all wishes that have come in by then are known.
  setTimeout(() => {
    if (asked.kind === 'plan' && asked.request !== newestPlan) return;
    postMessage(answer(asked));
  });
});
