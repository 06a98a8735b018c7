import {
  andThen,
  createPlanner,
  explainMusicXmlError,
  ok,
  parseMusicXml,
  readScore,
  serializeMusicXml,
  writePlaceholders,
  type Planner,
  type Score,
} from '@kettle-step/core';
import { completeRules, type EngineAnswer, type EngineRequest, type Settings } from '@kettle-step/contract';

type Asked<Kind extends EngineRequest['kind']> = Extract<EngineRequest, { readonly kind: Kind }>;
type Work = Exclude<EngineRequest, Asked<'cancel'>>;

/** Work goes on this long before messages are looked at again, ms: a changed wish waits no longer than that. */
const TURN_MS = 12;

/** Progress is told this often, ms. */
const TOLD_EVERY_MS = 100;

/** What the jobs need of the world they run in. */
export interface Surroundings {
  readonly post: (answer: EngineAnswer) => void;
  /** Lets messages in. */
  readonly pause: () => Promise<void>;
  readonly now: () => number;
}

/**
 * The engine's work, one job after another: long plans tell how far they are, and are left off as soon as nobody waits for them
 * any more or a newer wish for a plan has come.
 */
export const createEngineJobs = ({ post, pause, now }: Surroundings) => {
  const queue: Work[] = [];
  const cancelled = new Set<number>();
  let running = false;
  let newestPlan = 0;
  let score: Score | undefined;
  let planner: { readonly settings: string; readonly planner: Planner } | undefined;

  /** One hand and one set of rules at a time: what is known of them is kept until they change. */
  const plannerFor = ({ hand, rules }: Settings): Planner => {
    const settings = JSON.stringify([hand, rules]);
    if (planner?.settings !== settings) planner = { settings, planner: createPlanner(hand, completeRules(rules)) };
    return planner.planner;
  };

  const open = ({ request, document }: Asked<'open'>): EngineAnswer => {
    const read = andThen(parseMusicXml(document), (dom) => andThen(readScore(dom), (value) => ok({ dom, value })));
    if (read.kind === 'error') return { kind: 'failed', request, message: explainMusicXmlError(read.error) };
    score = read.value.value;
    writePlaceholders(read.value.dom, score);
    return { kind: 'opened', request, score, engravable: serializeMusicXml(read.value.dom) };
  };

  const isUnwanted = ({ kind, request }: Work): boolean =>
    cancelled.has(request) || (kind === 'plan' && request !== newestPlan);

  const plan = async (asked: Asked<'plan'>, of: Score): Promise<EngineAnswer | undefined> => {
    const { request } = asked;
    const steps = plannerFor(asked.settings).planInSteps(of, { locks: new Map(asked.locks), alternatives: 0 });
    let [turn, told] = [now(), now()];
    for (;;) {
      const step = steps.next();
      if (step.done) return { kind: 'planned', request, plan: step.value };
      if (now() - turn < TURN_MS) continue;
      await pause();
      if (isUnwanted(asked)) return undefined;
      turn = now();
      if (turn - told < TOLD_EVERY_MS) continue;
      told = turn;
      post({ kind: 'progress', request, done: step.value });
    }
  };

  const alternatives = (asked: Asked<'alternatives'>, of: Score): EngineAnswer => {
    const { request, side, bars, count } = asked;
    const wanted = { locks: new Map(asked.locks), side, bars, count, different: true };
    return { kind: 'alternatives', request, alternatives: plannerFor(asked.settings).alternatives(of, wanted) };
  };

  const answer = async (asked: Work): Promise<EngineAnswer | undefined> => {
    if (asked.kind === 'open') return open(asked);
    if (!score) return { kind: 'failed', request: asked.request, message: 'No piece is open.' };
    return asked.kind === 'plan' ? plan(asked, score) : alternatives(asked, score);
  };

  const run = async (): Promise<void> => {
    running = true;
    // All wishes that have come in by now are known before the first is worked on.
    await pause();
    for (let asked = queue.shift(); asked; asked = queue.shift()) {
      if (!isUnwanted(asked)) {
        const given = await answer(asked);
        if (given) post(given);
        await pause();
      }
      cancelled.delete(asked.request);
    }
    running = false;
  };

  return {
    ask: (asked: EngineRequest): void => {
      if (asked.kind === 'cancel') {
        cancelled.add(asked.request);
        return;
      }
      if (asked.kind === 'plan') newestPlan = asked.request;
      queue.push(asked);
      if (!running) void run();
    },
  };
};
