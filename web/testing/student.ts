import type { Student } from '@kettle-step/contract';

/** A student of whom little is known yet. */
export const PIP: Student = {
  id: 'pip',
  name: 'Pip',
  remarks: '',
  since: null,
  rules: {},
  revision: 4,
  hands: null,
  measures: [],
  pieces: [],
  checks: [],
};
