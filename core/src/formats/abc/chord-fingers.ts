/** Fingers inside a chord by the names of its notes in the text; the parser keeps only those before it. */
export const fingersInChord = (source: string): ReadonlyMap<string, readonly number[]> => {
  const inside = /\[([^\]]*)\]/.exec(source.replace(/"[^"]*"/g, ''))?.[1] ?? '';
  const fingers = new Map<string, readonly number[]>();
  let waiting: number[] = [];
  for (const [token] of inside.matchAll(/![^!]*!|[_^=]*[A-Ga-g][,']*/g)) {
    const digit = /^!([1-5])!$/.exec(token)?.[1];
    if (digit) waiting.push(Number(digit));
    else if (!token.startsWith('!')) {
      if (!fingers.has(token)) fingers.set(token, waiting);
      waiting = [];
    }
  }
  return fingers;
};
