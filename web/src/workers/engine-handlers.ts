import {
  alignScores,
  andThen,
  bothHands,
  cautionsOf,
  chordWays,
  correctMusic,
  createPlanner,
  explainMusicXmlError,
  explainRefusal,
  linksOf,
  listen,
  ok,
  parseMusicXml,
  readScore,
  rulesActedInSteps,
  serializeMusicXml,
  strainsOf,
  withPedal,
  writePedal,
  writePlaceholders,
  type Score,
  type Settled,
  carryDecisions,
} from '@kettle-step/core';
import { apartOf, completeRules, type EngineAnswer, type EngineRequest } from '@kettle-step/contract';
import { EngineSession } from './engine-session';
import { workOnPattern, type PatternWork } from './pattern-handlers';
import { RequestQueue, type Handle, type Surroundings, type Walk, type Work } from './request-queue';

type Asked<Kind extends EngineRequest['kind']> = Extract<EngineRequest, { readonly kind: Kind }>;
/** Work on the open piece. */
type Fingering = Exclude<Work, PatternWork | Asked<'open' | 'correct' | 'carry' | 'chord' | 'sample'>>;

const read = (document: string) =>
  andThen(parseMusicXml(document), (dom) => andThen(readScore(dom), (score) => ok({ dom, score })));

const open = (session: EngineSession, { request, document, pedal }: Asked<'open'>): EngineAnswer => {
  const opened = read(document);
  if (opened.kind === 'error') return { kind: 'failed', request, message: explainMusicXmlError(opened.error) };
  const { dom, score } = opened.value;
  session.score = score;
  if (pedal.length > 0) writePedal(dom, withPedal(score, pedal));
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
  return { kind: 'carried', request, document: serializeMusicXml(made.value.document), carried };
};

const carry = ({ request, from, to, locks, desk }: Asked<'carry'>): EngineAnswer => {
  const found = andThen(read(from), (before) => andThen(read(to), (after) => ok([before.score, after.score] as const)));
  if (found.kind === 'error') return { kind: 'failed', request, message: explainMusicXmlError(found.error) };
  const [before, after] = found.value;
  const carried = carryDecisions({ locks: new Map(locks), desk }, alignScores(before, after), before);
  return { kind: 'carried', request, document: to, carried };
};

const sample = ({ request, document, settings }: Asked<'sample'>): EngineAnswer => {
  const opened = read(document);
  if (opened.kind === 'error') return { kind: 'failed', request, message: explainMusicXmlError(opened.error) };
  const { dom, score } = opened.value;
  const planner = createPlanner(settings.hands, completeRules(settings.rules));
  writePlaceholders(dom, score);
  const plan = planner.plan(score, { locks: new Map(), alternatives: 0 });
  return { kind: 'sample', request, score, plan, engravable: serializeMusicXml(dom) };
};

const finger = async (
  session: EngineSession,
  asked: Fingering,
  of: Score,
  walk: Walk,
): Promise<EngineAnswer | undefined> => {
  const { request, desk } = asked;
  const played = session.scoreFor(desk, of);
  const planner = session.plannerFor(desk.settings);
  const settled: Settled = { locks: new Map(asked.locks), apart: apartOf(desk) };
  switch (asked.kind) {
    case 'plan': {
      const found = await walk(planner.planInSteps(played, { ...settled, alternatives: 0 }));
      return found && { kind: 'planned', request, plan: session.sending(found.value) };
    }
    case 'margins': {
      const found = await walk(planner.marginsInSteps(played, settled));
      return found && { kind: 'margins', request, margins: found.value };
    }
    case 'alternatives': {
      const { side, bars, count } = asked;
      const wanted = { ...settled, side, bars, count, different: true, freed: true };
      return { kind: 'alternatives', request, alternatives: planner.alternatives(played, wanted) };
    }
    case 'strains': {
      const found = await walk(planner.planInSteps(played, { ...settled, alternatives: 0 }));
      if (!found) return undefined;
      const { hands } = desk.settings;
      const strains = strainsOf(played, found.value, hands);
      return { kind: 'strains', request, strains, cautions: cautionsOf(played, hands) };
    }
    case 'listen':
      return { kind: 'heard', request, hearing: listen(played, asked.extent, asked.performance, asked.sides) };
    case 'links': {
      const found = await walk(planner.planInSteps(played, { ...settled, alternatives: 0 }));
      return found && { kind: 'links', request, links: linksOf(played, found.value, planner) };
    }
    case 'rules-acted': {
      const { hands, rules } = desk.settings;
      // The planner that fingered the piece has this plan at hand.
      const now = await walk(planner.planInSteps(played, { ...settled, alternatives: 0 }));
      const found = now && (await walk(rulesActedInSteps(played, now.value, hands, completeRules(rules), settled)));
      return found && { kind: 'rules-acted', request, acted: found.value };
    }
    case 'compare':
      return { kind: 'compared', request, comparison: planner.compare(played, settled) };
  }
};

const handling =
  (session: EngineSession): Handle =>
  (asked, walk) => {
    switch (asked.kind) {
      case 'open':
        return open(session, asked);
      case 'correct':
        return correct(asked);
      case 'carry':
        return carry(asked);
      case 'chord': {
        const { request, hand, side, midis } = asked;
        const planner = session.plannerFor({ hands: bothHands(hand), rules: {} });
        return { kind: 'chord', request, ways: chordWays(planner, hand, side, midis) };
      }
      case 'sample':
        return sample(asked);
      case 'pattern':
      case 'pattern-reading':
      case 'drill':
        return workOnPattern(session, asked);
      default:
        if (session.score) return finger(session, asked, session.score, walk);
        return { kind: 'failed', request: asked.request, message: 'No piece is open.' };
    }
  };

/** The engine behind the worker's door: one queue over one open piece. */
export const createEngine = (surroundings: Surroundings): RequestQueue =>
  new RequestQueue(surroundings, handling(new EngineSession()));
