import { Sampler, start } from 'tone';

/** The sampled keys: every minor third from A0 to C8, files of the sample package under /piano. */
const SAMPLED = ['A', 'C', 'D#', 'F#'].flatMap((name) =>
  [0, 1, 2, 3, 4, 5, 6, 7, 8]
    .map((octave) => `${name}${octave}`)
    .filter((key) => key === 'A0' || key === 'C8' || (!key.endsWith('0') && !key.endsWith('8'))),
);

const samples = (): Record<string, string> =>
  Object.fromEntries(SAMPLED.map((key) => [key, `${encodeURIComponent(key)}v8.mp3`]));

/** The sampled piano, ready to sound; it must be asked for by a key press or a click, or browsers keep it silent. */
export const loadPiano = async (): Promise<Sampler> => {
  await start();
  return new Promise((resolve, reject) => {
    const piano: Sampler = new Sampler({
      urls: samples(),
      baseUrl: 'piano/',
      release: 0.4,
      onload: () => resolve(piano),
      onerror: reject,
    }).toDestination();
  });
};

export const frequency = (midi: number): number => 440 * 2 ** ((midi - 69) / 12);
