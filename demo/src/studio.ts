/** Our own made-up studio: pieces composed for this project, and the students they are for. */
export interface DemoPiece {
  /** File name in demo/pieces without its ending; also the piece's id. */
  readonly id: string;
  readonly student: string;
}

export const DEMO_PIECES: readonly DemoPiece[] = [
  { id: 'kite-on-a-string', student: 'Pip Hallow' },
  { id: 'the-postmans-gate', student: 'Pip Hallow' },
  { id: 'millrace', student: 'Juno Marsh' },
  { id: 'market-steps', student: 'Tamsin Oake' },
  { id: 'two-on-the-stairs', student: 'Tamsin Oake' },
  { id: 'lantern-boats', student: 'Bram Fennick' },
  { id: 'g-major-scale', student: 'Juno Marsh' },
  { id: 'f-major-scale', student: 'Juno Marsh' },
];
