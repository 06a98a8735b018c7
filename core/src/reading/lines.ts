import type { Slice } from '../score/slices';

/** A single note, nothing held beside it. */
export const isLineNote = ({ struck, held, grace, ornamental }: Slice): boolean =>
  struck.length === 1 && held.length === 0 && !grace && !ornamental;

const isJoined = ({ link }: Slice): boolean => link === 'slur' || link === 'plain';

/** Single joined notes that go one way without turning, each stretch as long as it can be; neighbours share a turning note. */
export const oneWayStretches = (slices: readonly Slice[]): readonly (readonly Slice[])[] => {
  const stretches: Slice[][] = [];
  let current: Slice[] = [];
  let way = 0;
  const end = (): void => {
    if (current.length > 1) stretches.push(current);
  };
  for (const slice of slices) {
    const before = current[current.length - 1];
    const joined = before !== undefined && isLineNote(slice) && isJoined(slice);
    const step = joined ? Math.sign(slice.struck[0]!.midi - before.struck[0]!.midi) : 0;
    if (step !== 0 && (way === 0 || step === way)) {
      current.push(slice);
      way = step;
      continue;
    }
    end();
    current = step !== 0 ? [before!, slice] : isLineNote(slice) ? [slice] : [];
    way = step;
  }
  end();
  return stretches;
};
