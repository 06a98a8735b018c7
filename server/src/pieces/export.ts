import { writtenFingers, type StoredFinger } from '@kettle-step/contract';
import { ContractError, dropGivenIds, parseMusicXml, serializeMusicXml, writeFingering } from '@kettle-step/core';

/** The stored document with the plan's fingers written in, as it leaves the house. */
export const exportPiece = (document: string, fingers: readonly StoredFinger[]): string => {
  const parsed = parseMusicXml(document);
  if (parsed.kind === 'error') throw new ContractError(`a stored document no longer reads: ${parsed.error.code}`);
  writeFingering(parsed.value, writtenFingers(fingers));
  dropGivenIds(parsed.value);
  return serializeMusicXml(parsed.value);
};
