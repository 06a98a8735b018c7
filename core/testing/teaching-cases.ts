import type { Side } from '../src/hand/hand';
import type { HandbookCase } from './handbook';
import { line } from './line';

/**
 * Short passages with the fingers a teacher would write and why, made for this project from the rules of the craft (common
 * practice, no source). Fingers: one digit a note, chords from low to high; `4/5` either; `-` not judged.
 */
interface TeachingCase {
  readonly id: string;
  readonly music: string;
  readonly fingers: string;
  readonly why: string;
  readonly key?: string;
  readonly beats?: number;
}

const CASES: readonly TeachingCase[] = [
  { id: 'rh five-finger in a minor', music: 'A4/1 B4 C5 D5 | E5 D5 C5 B4 | A4/4', fingers: '123454321', why: 'stay in a position as long as possible' },
  { id: 'rh five-finger in f', key: 'F', music: 'F4/1 G4 A4 Bb4 | C5 Bb4 A4 G4 | F4/4', fingers: '123454321', why: 'stay; 4 takes the black key' },
  { id: 'lh five-finger in f', key: 'F', music: 'F3/1 G3 A3 Bb3 | C4 Bb3 A3 G3 | F3/4', fingers: '543212345', why: 'stay' },
  { id: 'lh five-finger in d', key: 'D', music: 'D3/1 E3 F#3 G3 | A3/2 D3/2', fingers: '543215', why: 'stay' },
  { id: 'rh skips in position', music: 'C4/1 E4 D4 F4 | E4 G4 F4 D4 | C4/4', fingers: '132435421', why: 'each key has its finger' },
  { id: 'lh skips in position', music: 'C3/1 E3 D3 F3 | E3 G3 F3 D3 | C3/4', fingers: '534231245', why: 'each key has its finger' },
  { id: 'rh tonic and fifth', key: 'G', music: 'G4/1 D5 B4 D5 | G4 B4 D5/2', fingers: '1535135', why: 'a broken triad under the hand' },
  { id: 'rh hinge to climb', music: 'C4/1 D4 E4/2 | E4/1 F4 G4 A4 | G4/4', fingers: '1231/22/33/44/53/4', why: '3 gives way to 1 or 2 when the line climbs on and would run out of fingers' },
  { id: 'lh one position for all', music: 'E3/1 F3 G3/2 | G3/1 A3 G3 F3 | E3/4', fingers: '43221234', why: 'five keys cover everything: start there, also away from the key-note' },
  { id: 'rh one position for all', music: 'E4/1 F4 G4/2 | G4/1 A4 G4 F4 | E4/4', fingers: '12334321', why: 'five keys cover everything: start there, also away from the key-note' },
  { id: 'rh hinge from the top', music: 'E4/1 F4 G4 G4 | A4 B4 C5/2', fingers: '---1/22/33/44/5', why: 'the thumb takes over on the repeated key and the line climbs on' },
  { id: 'lh one position down to the key below', music: 'E3/1 D3 C3/2 | C3/1 B2 C3 D3 | E3/4', fingers: '12334321', why: 'five keys cover everything: start there, also away from the key-note' },
  { id: 'rh one-octave descent', music: '( C5/1/2 B4 A4 G4 F4 E4 D4 C4 )', fingers: '54321321', why: 'five fingers, then three over the thumb' },
  { id: 'rh one-octave ascent', music: '( C4/1/2 D4 E4 F4 G4 A4 B4 C5 )', fingers: '12312345', why: 'thumb under 3, then five fingers' },
  { id: 'lh one-octave ascent', key: 'G', music: '( G2/1/2 A2 B2 C3 D3 E3 F#3 G3 )', fingers: '54321321', why: 'the scale pattern' },
  { id: 'rh arpeggio and back', music: '( C4/1/2 E4 G4 C5 G4 E4 C4/1 )', fingers: '1235321', why: 'an octave lies under the hand' },
  { id: 'lh arpeggio and back', music: '( C3/1/2 E3 G3 C4 G3 E3 C3/1 )', fingers: '5421245', why: 'count the white keys: one between, so 4' },
  { id: 'lh arpeggio in d', key: 'D', music: '( D3/1/2 F#3 A3 D4 A3 F#3 D3/1 )', fingers: '5321235', why: 'count the white keys: two between, so 3' },
  { id: 'lh broken bass one-four-five', music: '( C3/1/2 G3 E3 G3 B2 G3 F3 G3 | C3 G3 E3 G3 )', fingers: '513151215131', why: 'the fifth finger reaches one key below the position' },
  { id: 'lh dominant seventh', music: '[C3 E3 G3]/2 [B2 F3 G3] | [C3 E3 G3]/4', fingers: '531521531', why: '5-2-1 with the fifth finger one key below' },
  { id: 'rh tonic and dominant', music: '[C4 E4 G4]/2 [B3 D4 G4] | [C4 E4 G4]/4', fingers: '135125135', why: 'inversions keep four fingers on neighbouring keys and open 1-2' },
  { id: 'rh subdominant over the tonic', music: '[C4 E4 G4]/2 [C4 F4 A4] | [C4 E4 G4]/4', fingers: '135135135', why: 'second inversion 1-3-5' },
  { id: 'lh subdominant over the tonic', music: '[C3 E3 G3]/2 [C3 F3 A3] | [C3 E3 G3]/4', fingers: '531521531', why: 'second inversion 5-2-1' },
  { id: 'rh inversions in blocks', music: '[C4 E4 G4]/2 [E4 G4 C5] | [G4 C5 E5]/4', fingers: '135125135', why: 'root 1-3-5, first 1-2-5, second 1-3-5' },
  { id: 'lh inversions in blocks', music: '[C3 E3 G3]/2 [E3 G3 C4] | [G3 C4 E4]/4', fingers: '531531521', why: 'root 5-3-1, first 5-3-1, second 5-2-1' },
  { id: 'rh inversions broken', music: '( C4/1/2 E4 G4 ) R/1/2 ( E4 G4 C5 ) R/1/2 | ( G4 C5 E5 ) R/1/2', fingers: '135125135', why: 'the same as blocks' },
  { id: 'lh inversions broken', music: '( C3/1/2 E3 G3 ) R/1/2 ( E3 G3 C4 ) R/1/2 | ( G3 C4 E4 ) R/1/2', fingers: '531531521', why: 'the same as blocks' },
  { id: 'rh broken sixths', music: 'C4/1 A4 D4 B4 | E4 C5 F4 D5', fingers: '15151515', why: 'each sixth is taken whole' },
  { id: 'lh octave leaps', music: 'C3/1 C4 G2 G3 | C3 C4 C3/2', fingers: '5151515', why: 'octaves are thumb and fifth' },
  { id: 'rh rest as a place to move', music: 'C4/1 D4 E4/2 | R/2 G4/1 A4 | B4 C5 D5/2', fingers: '12312345', why: 'moves cost nothing at a rest' },
  { id: 'rh phrase end as a place to move', music: '( E4/1/2 D4 C4/1 ) ( A4/1/2 G4 F4/1 ) | ( E4/1/2 D4 C4/1 ) R/2', fingers: '321321321', why: 'begin again at a phrase end' },
  { id: 'rh staccato thumbs', music: 'D5/1 ( G4/1/2 A4 B4 C5 ) | D5/1 G4. G4.', key: 'G', beats: 3, fingers: '51234511', why: 'the thumb keeps its key' },
  { id: 'rh sixth in the hand', music: 'C4/1 E4 G4 A4 | G4 E4 C4/2', fingers: '1245421', why: 'one key more than the position: extend at once' },
  { id: 'rh octave and stepwise back', music: 'C4/1 C5 B4 A4 | G4/2 C4/2', fingers: '154321', why: 'a leap inside the span is stretched' },
  { id: 'rh quick repeats', music: 'C5/1/4 C5 C5 C5 G4 G4 G4 G4', fingers: '43214321', why: 'repeated notes at speed go down the fingers' },
  { id: 'lh quick repeats', music: 'C3/1/4 C3 C3 G3 G3 G3', fingers: '321321', why: 'repeated notes at speed go down the fingers' },
  { id: 'lh waltz', music: 'C3/1 [E3 G3] [E3 G3] | G2 [F3 G3] [F3 G3] | C3/3', beats: 3, fingers: '531315-1-1-', why: 'bass with 5, chords by 1 and 3' },
  { id: 'rh chromatic start', music: '( C4/1/4 C#4 D4 D#4 E4 F4 F#4/1 )', fingers: '-313123', why: '3 on every black key, from about five semitones on' },
  { id: 'rh thirds in five fingers', music: '( [C4 E4]/1 [D4 F4] [E4 G4]/2 )', fingers: '132435', why: 'thirds 1-3, 2-4, 3-5 in a position' },
  { id: 'rh octaves detached', music: '[C4 C5]/1. [D4 D5]. [E4 E5]. [F4 F5].', fingers: '15151515', why: 'detached octaves need no connection' },
  { id: 'rh neighbour below the thumb', music: '( C4/1/2 B3 C4 D4 E4/1 ) C4/1', fingers: '21234/3-', why: '2 starts so that the thumb has the key below' },
  { id: 'rh tune in position', music: 'E4/1 D4 C4 D4 | E4 F4 G4/2 | G4/1 F4 E4 D4 | C4/4', fingers: '321234554321', why: 'stay' },
  { id: 'lh tune in position', music: 'G3/1 F3 E3 D3 | C3/2 G3 | F3/1 E3 D3 E3 | C3/4', fingers: '12345123435', why: 'stay' },
  { id: 'rh broken thirds in position', music: '( C4/1/2 E4 D4 F4 E4 G4 F4 D4 | C4/1 )', fingers: '132435421', why: 'each key has its finger' },
  { id: 'rh five-finger up and back', music: '( C4/1/2 D4 E4 F4 G4 F4 E4 D4 | C4/1 )', fingers: '123454321', why: 'stay' },
  { id: 'rh five-finger down and back', music: '( C5/1/2 B4 A4 G4 F4 G4 A4 B4 | C5/1 )', fingers: '543212345', why: 'stay although the position is not on the key-note' },
  { id: 'rh slow repeats in position', key: 'F', music: 'C5/1 C5 Bb4 Bb4 | A4 A4 G4/2 | F4/1 F4 G4 A4 | F4/4', fingers: '554433211231', why: 'slow repeats keep their finger, and the hand stays' },
  { id: 'rh d position', key: 'D', music: 'D4/1 E4 F#4 G4 | A4 F#4 D4/2', fingers: '1234531', why: 'stay; 3 takes the black key' },
  { id: 'lh a position', key: 'A', music: 'A2/1 B2 C#3 D3 | E3 C#3 A2/2', fingers: '5432135', why: 'stay; 3 takes the black key' },
  { id: 'rh b flat position', key: 'Bb', music: 'Bb4/1 C5 D5 Eb5 | F5 D5 Bb4/2', fingers: '1234531', why: 'a position may begin on a black key' },
  { id: 'lh b flat position', key: 'Bb', music: 'Bb2/1 C3 D3 Eb3 | F3 D3 Bb2/2', fingers: '5432135', why: 'a position may begin on a black key' },
  { id: 'rh leap in position', key: 'G', music: 'G4/1 D5 B4 G4 | A4 C5 B4 A4 | G4/4', fingers: '153124321', why: 'each key has its finger' },
  { id: 'rh triads an octave apart', music: 'C4/1 E4 G4 R | C5/1 E5 G5 R | C4 E4 G4 R', fingers: '135135135', why: 'move in the rest; the same music, the same fingers' },
  { id: 'rh five down, again lower', music: '( G5/1/2 F5 E5 D5 C5/1 ) R/1 | ( E5/1/2 D5 C5 B4 A4/1 ) R/1', fingers: '5432154321', why: 'the same shape, the same fingers' },
  { id: 'lh five up, again higher', music: '( C3/1/2 D3 E3 F3 G3/1 ) R/1 | ( E3/1/2 F3 G3 A3 B3/1 ) R/1', fingers: '5432154321', why: 'the same shape, the same fingers' },
  { id: 'rh four bars down, again higher', music: 'G4/1 F4 E4 D4 | C4/3 R/1 | C5/1 B4 A4 G4 | F4/3 R/1', fingers: '5432154321', why: 'move in the rest' },
  { id: 'rh one key beyond five', music: '( C4/1/2 D4 E4 F4 G4 A4 G4/1 )', fingers: '1231232', why: 'a run of six begins with the thumb and crosses at once' },
  { id: 'rh one position for the keys below', music: 'E4/1 D4 C4/2 | C4/1 B3 A3 B3 | C4/4', fingers: '54332123', why: 'five keys cover everything: start there, also away from the key-note' },
  { id: 'rh hinge at the top', music: 'C4/1 D4 E4 F4 | G4/1 G4 A4 B4 | C5/2', fingers: '123451/22/33/44/5', why: '5 gives way so that fingers are left for the keys above' },
  { id: 'lh hinge at the bottom', music: 'C4/1 B3 A3 G3 | F3/1 F3 E3 D3 | C3/2', fingers: '123451/22/33/44/5', why: '5 gives way so that fingers are left for the keys below' },
  { id: 'lh broken triads by halves of a bar', music: 'C3/1/2 G3 E3 G3 C3 G3 E3 G3 | D3 G3 F3 G3 D3 G3 F3 G3 | C3 G3 E3 G3 C3 G3 E3 G3', fingers: '513151314121412151315131', why: 'each key has its finger, each half the same' },
  { id: 'lh broken triads in f', key: 'F', music: 'F3/1/2 C4 A3 C4 F3 C4 A3 C4 | G3 C4 Bb3 C4 G3 C4 Bb3 C4 | F3/1', fingers: '51315131412141215', why: 'each key has its finger' },
  { id: 'lh broken triads in d', key: 'D', music: 'D3/1 F#3 A3 F#3 | E3 G3 A3 G3 | D3 F#3 A3 F#3 | D3/4', fingers: '5313421253135', why: 'each key has its finger' },
  { id: 'lh broken four and five', music: 'C3/1/2 G3 E3 G3 C3 A3 F3 A3 | B2 G3 F3 G3 C3 G3 E3 G3', fingers: '5131512151215131', why: 'inversions 5-2-1; 5 goes to the key below' },
  { id: 'lh fifth and octave', music: 'C3/1 G3 C4 G3 | C3 G3 C4 G3 | C3/4', fingers: '521252125', why: 'the octave is under the hand' },
  { id: 'rh detached sixths', music: '[C4 A4]/1 R/1 [D4 B4]/1 R/1 | [C4 A4]/1 R/1', fingers: '151515', why: 'change nothing at rests but the place' },
  { id: 'rh broken one, four, five', music: '( C4/1/3 E4 G4 ) ( C4 F4 A4 ) ( B3 D4 G4 ) ( C4 E4 G4 )', fingers: '135135125135', why: 'the same as blocks' },
  { id: 'lh broken one, four, five', music: '( C3/1/3 E3 G3 ) ( C3 F3 A3 ) ( B2 F3 G3 ) ( C3 E3 G3 )', fingers: '531521521531', why: 'the same as blocks' },
  { id: 'rh minor arpeggio and back', music: '( A4/1/2 C5 E5 A5 E5 C5 A4/1 )', fingers: '1235321', why: 'an octave lies under the hand' },
  { id: 'lh minor arpeggio and back', key: 'G', music: '( E3/1/2 G3 B3 E4 B3 G3 E3/1 )', fingers: '5421245', why: 'count the white keys: one between, so 4' },
  { id: 'rh chromatic descent', music: '( G4/1/4 F#4 F4 E4 Eb4 D4 Db4 C4 )', fingers: '-3213131', why: '3 on every black key; 2 comes before 1' },
  { id: 'lh chromatic ascent', music: '( C3/1/4 C#3 D3 D#3 E3 F3 F#3 )', fingers: '-313213', why: '3 on every black key; 2 comes before 1' },
]; // prettier-ignore

const fingersIn = (written: string): (readonly number[] | null)[] =>
  (written.match(/\d(?:\/\d)*|-/g) ?? []).map((token) => (token === '-' ? null : token.split('/').map(Number)));

/** Our own passages, as the engine's cases. */
export const teachingCases = (): readonly HandbookCase[] =>
  CASES.map(({ id, music, fingers, key, beats }) => {
    const side: Side = id.startsWith('lh') ? 'left' : 'right';
    return {
      id,
      group: 'melody',
      side,
      score: line(music, { side, ...(key ? { key } : {}), ...(beats ? { beats } : {}) }),
      accepted: fingersIn(fingers),
    };
  });
