import type { MarkKind } from '../score/score-marks';

/** What lies over the desk. */
export type Sheet = 'level' | 'versions' | 'marks' | 'words' | 'form' | 'help';
/** What lies between score and rail. */
export type Panel = 'compare' | 'effort' | 'correct' | 'plans' | 'together';

export const SHEET_TITLES: Readonly<Record<Sheet, string>> = {
  level: 'Hand and level',
  versions: 'Versions',
  marks: 'Marks on the score',
  words: 'The piece in words',
  form: 'Form and pedal',
  help: 'Keys',
};

export const MARK_WORDS: Readonly<Record<MarkKind, string>> = {
  positions: 'Positions: a bracket with the name over the notes it covers',
  moves: 'Moves: a sign where the hand moves',
  reaches: 'Reaches: a double arrow where the hand is stretched',
  eased: 'Eased: what is let go, rolled, left out or held with the pedal',
  checkpoints: 'Checkpoints: a diamond where finger and key can be checked',
  'elbow-room': 'Elbow room: a line by the bar – full for no choice, dashed for some, dotted for much',
  together: 'Both hands together: a strip under the score, beat by beat, with what is held and until when',
};

export const WRITING_WORDS = { every: 'all numbers', normal: 'normal', pencil: 'pencil' } as const;
