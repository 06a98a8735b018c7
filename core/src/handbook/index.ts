/** Fingerings that handbooks and teachers agree on, each table with its source. */
export * from './run-fingering';
export * from './scales';
export * from './arpeggios';
export * from './chords';
export * from './chromatic';
export * from './chord-shapes';
