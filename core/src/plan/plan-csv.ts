import { pitchName } from '../keyboard/pitch';
import { MOVE_WORDS } from '../moves/move';
import { SIDES, type Side } from '../hand/hand';
import { beatOf, type Note, type Score } from '../score/score';
import type { PianoPlan } from './plan';
import papaparse from 'papaparse';

/** Columns of the plan as a table; one row for each struck note, in time order. */
export const PLAN_COLUMNS = [
  'bar',
  'beat',
  'hand',
  'note',
  'finger',
  'position',
  'move',
  'reach_mm',
  'remark',
] as const;

/**
 * A remark that begins like a formula must not become one in somebody's spreadsheet. The library's own pattern lets those of
 * several lines through.
 */
export const FORMULA = /^[=+\-@\t\r]/;

/** The teacher's words about a bar of one hand. */
export interface BarRemark {
  readonly side: Side;
  readonly bar: number;
  readonly text: string;
}

type Row = Readonly<Record<(typeof PLAN_COLUMNS)[number], string | number>>;

const rowsOf = (score: Score, plan: PianoPlan, remarks: readonly BarRemark[], side: Side): (readonly [Note, Row])[] => {
  const hand = plan.hands[side];
  const planned = new Map(hand.notes.map((note) => [note.id, note]));
  const positions = new Map(hand.positions.flatMap(({ name, noteIds }) => noteIds.map((id) => [id, name] as const)));
  const moves = new Map(hand.moves.map(({ toId, kind }) => [toId, MOVE_WORDS[kind]]));
  const widest = new Map<number, number>();
  for (const { onsetTicks, mm } of hand.reaches) widest.set(onsetTicks, Math.max(mm, widest.get(onsetTicks) ?? 0));
  const said = new Set<number>();
  return score.notes
    .filter((note) => note.side === side)
    .map((note) => {
      const { finger = null, substitute = null } = planned.get(note.id) ?? {};
      // A remark belongs to its bar: it stands at the bar's first note.
      const remark = said.has(note.bar) ? undefined : remarks.find((one) => one.side === side && one.bar === note.bar);
      said.add(note.bar);
      const row: Row = {
        bar: score.bars[note.bar]?.number ?? note.bar + 1,
        beat: Math.round(beatOf(score, note) * 1000) / 1000,
        hand: side,
        note: pitchName(note.pitch),
        finger: finger === null ? '' : substitute === null ? finger : `${finger}-${substitute}`,
        position: positions.get(note.id) ?? '',
        move: moves.get(note.id) ?? '',
        reach_mm: widest.get(note.onsetTicks) ?? '',
        remark: remark?.text ?? '',
      };
      return [note, row] as const;
    });
};

/** The plan as comma-separated values (RFC 4180), for tables of any program. */
export const planCsv = (
  score: Score,
  plan: PianoPlan,
  { remarks }: { readonly remarks: readonly BarRemark[] },
): string => {
  const rows = SIDES.flatMap((side) => rowsOf(score, plan, remarks, side)).sort(
    ([a], [b]) => a.onsetTicks - b.onsetTicks || a.midi - b.midi,
  );
  const data = rows.map(([, row]) => row);
  return papaparse.unparse(data, { columns: [...PLAN_COLUMNS], escapeFormulae: FORMULA });
};
