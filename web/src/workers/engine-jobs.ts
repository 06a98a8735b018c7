import {
  alignScores,
  andThen,
  correctMusic,
  createPlanner,
  explainMusicXmlError,
  explainRefusal,
  ok,
  parseMusicXml,
  readScore,
  serializeMusicXml,
  writePlaceholders,
  withHands,
  type HandPlan,
  type PianoPlan,
  type Planner,
  type Score,
  type Settled,
  type Side,
  type Steps,
} from '@kettle-step/core';
import {
  apartOf,
  carryDecisions,
  completeRules,
  givenNotesOf,
  type EngineAnswer,
  type EngineRequest,
  type FingeringDesk,
  type SentPlan,
  type Settings,
} from '@kettle-step/contract';

type Asked<Kind extends EngineRequest['kind']> = Extract<EngineRequest, { readonly kind: Kind }>;
type Work = Exclude<EngineRequest, Asked<'cancel'>>;
/** Work on the open piece. */
type Fingering = Exclude<Work, Asked<'open' | 'correct' | 'carry'>>;

const read = (document: string) =>
  andThen(parseMusicXml(document), (dom) => andThen(readScore(dom), (score) => ok({ dom, score })));

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
 * any more.
 */
export const createEngineJobs = ({ post, pause, now }: Surroundings) => {
  const queue: Work[] = [];
  const cancelled = new Set<number>();
  let running = false;
  let score: Score | undefined;
  let planner: { readonly settings: string; readonly planner: Planner } | undefined;
  let sent: PianoPlan['hands'] | undefined;
  let handed: { readonly of: Score; readonly hands: string; readonly score: Score } | undefined;

  /** One hand and one set of rules at a time: what is known of them is kept until they change. */
  const plannerFor = ({ hand, rules }: Settings): Planner => {
    const settings = JSON.stringify([hand, rules]);
    if (planner?.settings !== settings) planner = { settings, planner: createPlanner(hand, completeRules(rules)) };
    return planner.planner;
  };

  const open = ({ request, document }: Asked<'open'>): EngineAnswer => {
    const opened = read(document);
    if (opened.kind === 'error') return { kind: 'failed', request, message: explainMusicXmlError(opened.error) };
    const { dom } = opened.value;
    score = opened.value.score;
    writePlaceholders(dom, score);
    return { kind: 'opened', request, score, engravable: serializeMusicXml(dom) };
  };

  const correct = ({ request, document, correction, locks, desk }: Asked<'correct'>): EngineAnswer => {
    const opened = read(document);
    if (opened.kind === 'error') return { kind: 'failed', request, message: explainMusicXmlError(opened.error) };
    const { dom, score: before } = opened.value;
    const made = correctMusic(dom, correction);
    if (made.kind === 'error') return { kind: 'refused', request, message: explainRefusal(made.error) };
    const carried = carryDecisions({ locks: new Map(locks), desk }, made.value.alignment, before);
    return { kind: 'carried', request, document: serializeMusicXml(dom), carried };
  };

  const carry = ({ request, from, to, locks, desk }: Asked<'carry'>): EngineAnswer => {
    const found = andThen(read(from), (before) =>
      andThen(read(to), (after) => ok([before.score, after.score] as const)),
    );
    if (found.kind === 'error') return { kind: 'failed', request, message: explainMusicXmlError(found.error) };
    const [before, after] = found.value;
    const carried = carryDecisions({ locks: new Map(locks), desk }, alignScores(before, after), before);
    return { kind: 'carried', request, document: to, carried };
  };

  /** Hands of a long piece are large: one that the page has already is only named. */
  const sending = ({ hands, ...plan }: PianoPlan): SentPlan => {
    const before = sent;
    sent = hands;
    const handOf = (side: Side): HandPlan | 'as-before' => (hands[side] === before?.[side] ? 'as-before' : hands[side]);
    return { ...plan, hands: { right: handOf('right'), left: handOf('left') } };
  };

  /** The piece with its notes in the hands they are given to: the same record as long as they stay there. */
  const scoreFor = ({ given }: FingeringDesk, of: Score): Score => {
    const hands = JSON.stringify(given);
    if (handed?.of !== of || handed.hands !== hands)
      handed = { of, hands, score: withHands(of, givenNotesOf({ given })) };
    return handed.score;
  };

  /** A piece is opened even if nobody waits any more: what is asked next may count on it. */
  const isUnwanted = ({ kind, request }: Work): boolean => kind !== 'open' && cancelled.has(request);

  /** Goes through the steps of long work, telling how far it is; undefined when nobody wants it any more. */
  const walk = async <T>(asked: Work, steps: Steps<T>): Promise<{ readonly value: T } | undefined> => {
    const { request } = asked;
    let [turn, told] = [now(), now()];
    for (;;) {
      const step = steps.next();
      if (step.done) return { value: step.value };
      if (now() - turn < TURN_MS) continue;
      await pause();
      if (isUnwanted(asked)) return undefined;
      turn = now();
      if (turn - told < TOLD_EVERY_MS) continue;
      told = turn;
      post({ kind: 'progress', request, done: step.value });
    }
  };

  const work = async (asked: Fingering, of: Score): Promise<EngineAnswer | undefined> => {
    const { request, desk } = asked;
    const played = scoreFor(desk, of);
    const planner = plannerFor(desk.settings);
    const settled: Settled = { locks: new Map(asked.locks), apart: apartOf(desk) };
    switch (asked.kind) {
      case 'plan': {
        const found = await walk(asked, planner.planInSteps(played, { ...settled, alternatives: 0 }));
        return found && { kind: 'planned', request, plan: sending(found.value) };
      }
      case 'margins': {
        const found = await walk(asked, planner.marginsInSteps(played, settled));
        return found && { kind: 'margins', request, margins: found.value };
      }
      case 'alternatives': {
        const { side, bars, count } = asked;
        const wanted = { ...settled, side, bars, count, different: true, freed: true };
        return { kind: 'alternatives', request, alternatives: planner.alternatives(played, wanted) };
      }
      case 'compare':
        return { kind: 'compared', request, comparison: planner.compare(played, settled) };
    }
  };

  const answer = async (asked: Work): Promise<EngineAnswer | undefined> => {
    if (asked.kind === 'open') return open(asked);
    if (asked.kind === 'correct') return correct(asked);
    if (asked.kind === 'carry') return carry(asked);
    if (!score) return { kind: 'failed', request: asked.request, message: 'No piece is open.' };
    return work(asked, score);
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
      queue.push(asked);
      if (!running) void run();
    },
  };
};
