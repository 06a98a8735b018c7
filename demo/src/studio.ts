import type { Hand } from '@kettle-step/core';

/** Our own made-up studio: pieces composed for this project, and the students they are for. */
export interface DemoPiece {
  /** File name in demo/pieces without its ending; also the piece's id. */
  readonly id: string;
  /** Of the student, in `DEMO_STUDENTS`. */
  readonly studentId: string;
}

export interface DemoStudent {
  readonly id: string;
  readonly name: string;
  readonly remarks: string;
  readonly since: string;
  /** A step of `LEVELS`. */
  readonly level: string;
  readonly measures: readonly { readonly measuredOn: string; readonly right: Hand; readonly left: Hand }[];
}

const both = (measuredOn: string, hand: Hand) => ({ measuredOn, right: hand, left: hand });

export const DEMO_STUDENTS: readonly DemoStudent[] = [
  {
    id: 'pip-hallow',
    name: 'Pip Hallow',
    remarks: 'Likes stories with the pieces. Bench two notches up.',
    since: '2024-09-10',
    level: 'reaching',
    measures: [
      both('2024-09-10', { span15Mm: 139, span25Mm: 100 }),
      both('2025-03-04', { span15Mm: 144, span25Mm: 104 }),
      {
        measuredOn: '2025-09-16',
        right: { span15Mm: 152, span25Mm: 109 },
        left: { span15Mm: 154, span25Mm: 110, pairsMm: { '1-2': 98 } },
      },
    ],
  },
  {
    id: 'juno-marsh',
    name: 'Juno Marsh',
    remarks: 'Practises early in the morning; quiet pieces first.',
    since: '2022-01-12',
    level: 'intermediate',
    measures: [both('2025-01-15', { span15Mm: 212, span25Mm: 153 })],
  },
  { id: 'tamsin-oake', name: 'Tamsin Oake', remarks: '', since: '2023-04-18', level: 'intermediate', measures: [] },
  { id: 'bram-fennick', name: 'Bram Fennick', remarks: '', since: '2025-02-03', level: 'intermediate', measures: [] },
];

export const DEMO_PIECES: readonly DemoPiece[] = [
  { id: 'kite-on-a-string', studentId: 'pip-hallow' },
  { id: 'the-postmans-gate', studentId: 'pip-hallow' },
  { id: 'millrace', studentId: 'juno-marsh' },
  { id: 'market-steps', studentId: 'tamsin-oake' },
  { id: 'two-on-the-stairs', studentId: 'tamsin-oake' },
  { id: 'lantern-boats', studentId: 'bram-fennick' },
  { id: 'round-the-mill-pond', studentId: 'bram-fennick' },
  { id: 'g-major-scale', studentId: 'juno-marsh' },
  { id: 'f-major-scale', studentId: 'juno-marsh' },
];
