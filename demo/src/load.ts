import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ContractError } from '@kettle-step/core';
import { explainMusicError } from '@kettle-step/core/formats';
import { LEVELS, rulesAtLevel } from '@kettle-step/contract';
import { importPiece, type StudentRecord, type Studio } from '@kettle-step/server';
import { demoLessons } from './lessons';
import { demoChecks } from './memory';
import { DEMO_PIECES, DEMO_STUDENTS, type DemoStudent } from './studio';

const recordOf = ({ level, measures, ...facts }: DemoStudent): StudentRecord => {
  const step = LEVELS.find(({ id }) => id === level);
  if (!step) throw new ContractError(`${facts.name}: there is no step "${level}"`);
  return {
    ...facts,
    left: null,
    rules: rulesAtLevel({}, step),
    measures: measures.map((measure, at) => ({ id: `${facts.id}-${at + 1}`, remark: '', ...measure })),
  };
};

/** Puts the demo studio into an empty database; one that holds anything is left as it is. */
export const loadDemoStudio = async (
  { pieces, students, lessons, memory }: Studio,
  folder: string,
  now: Date,
): Promise<void> => {
  if ((await pieces.list()).length > 0) return;
  for (const student of DEMO_STUDENTS) {
    await students.put(recordOf(student));
    await lessons.put(student.id, demoLessons(student.id, now));
    await memory.put(student.id, demoChecks(student.id, now));
  }
  for (const { id, studentId } of DEMO_PIECES) {
    const file = `${id}.musicxml`;
    const imported = importPiece(readFileSync(join(folder, file)), file);
    if (imported.kind === 'error') throw new ContractError(`${id}: ${explainMusicError(imported.error)}`);
    await pieces.add(id, imported.value.piece, studentId, now);
  }
};
