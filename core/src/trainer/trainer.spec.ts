import { DEFAULT_HANDS, SIDES } from '../hand/hand';
import { midiOf, pitchName } from '../keyboard/pitch';
import { createPlanner } from '../plan/planner';
import { bothLines } from '../../testing/both-lines';
import {
  cardsOf,
  deckOf,
  isRightAnswer,
  nextQuestion,
  roundResult,
  withAnswer,
  type Question,
  type TrainerAnswer,
} from '.';

const WISH = { sides: SIDES, tonics: ['C', 'G', 'F'] } as const;
const calls = deckOf({ ...WISH, kinds: ['calls'] });
const find = (deck: readonly Question[], key: string): Question => deck.find((one) => one.key === key)!;
const namesOf = (question: Question): readonly string[] =>
  question.answer === 'keys'
    ? question.midis.map((midi) => pitchName(question.among.find((pitch) => midiOf(pitch) === midi)!))
    : [];

describe('number calls', () => {
  // Fingers are counted from the thumb in both hands (common practice, no source): in C position 5 is G in the right hand and C in the left.
  it('mean other keys in each hand', () => {
    expect(namesOf(find(calls, 'call right 1'))).toEqual(['C4']);
    expect(namesOf(find(calls, 'call right 5'))).toEqual(['G4']);
    expect(namesOf(find(calls, 'call left 1'))).toEqual(['G3']);
    expect(namesOf(find(calls, 'call left 5'))).toEqual(['C3']);
  });

  it('go apart with the same number in both hands, and alongside where two numbers make six', () => {
    expect(namesOf(find(calls, 'call contrary 1'))).toEqual(['C4', 'G3']);
    expect(namesOf(find(calls, 'call contrary 5'))).toEqual(['G4', 'C3']);
    expect(namesOf(find(calls, 'call parallel 2'))).toEqual(['D4', 'D3']);
    expect(find(calls, 'call parallel 2').words).toBe('Right two, left four.');
  });

  it('cross the hands: the left then plays above the right', () => {
    const [left, right] = [find(calls, 'call crossed left 5'), find(calls, 'call crossed right 1')];
    expect([namesOf(left), namesOf(right)]).toEqual([['C5'], ['C4']]);
    expect(left.place).toContain('left over right');
  });

  it('are for one hand where only one is wished for', () => {
    const left = deckOf({ ...WISH, sides: ['left'], kinds: ['calls'] });
    expect(left.every(({ key }) => key.includes('left'))).toBe(true);
    expect(left.length).toBe(10);
  });

  it('mean another key in another position', () => {
    const deck = deckOf({ ...WISH, kinds: ['keys'] });
    const keyOf = (place: string): readonly string[] => namesOf(find(deck, `key right ${place} position 3`));
    expect([keyOf('C'), keyOf('G'), keyOf('F')]).toEqual([['E4'], ['B3'], ['A4']]);
  });
});

describe('questions on scales', () => {
  it('ask for the fingers of the handbook, note by note, and show those before', () => {
    const deck = deckOf({ kinds: ['next'], sides: ['right'], tonics: ['C'] });
    const fingers = deck.map((question) => (question.answer === 'finger' ? question.finger : 0));
    // C major: the thumb goes under after 3 (scale manuals, from memory; the handbook names its source).
    expect(fingers).toEqual([2, 3, 1, 2, 3, 4, 5]);
    expect(deck[2]).toMatchObject({
      words: 'Then F: which finger?',
      shows: [{ name: 'C', finger: 1 }, { name: 'D', finger: 2 }, { name: 'E', finger: 3 }],
    }); // prettier-ignore
  });

  it('ask where the thumb falls', () => {
    const [flat] = deckOf({ kinds: ['thumbs'], sides: ['right'], tonics: ['Bb'] });
    // B flat major, right hand: the thumb on C and F.
    expect(flat).toMatchObject({ place: 'B flat major, right hand, going up', right: [1, 4] });
    expect(isRightAnswer(flat!, [4, 1])).toBe(true);
    expect(isRightAnswer(flat!, [1])).toBe(false);
    expect(isRightAnswer(flat!, [1, 4, 7])).toBe(false);
  });
});

describe('questions on the own piece', () => {
  const score = bothLines('C4/1 D4 E4 F4 | G4/1 A4 B4 C5 | C5/4', 'C3/4 | C3/4 | C3/4');
  const plan = createPlanner(DEFAULT_HANDS).plan(score, { locks: new Map(), alternatives: 0 });

  it('are asked at its moves, with the finger of the plan, and where a number means another key', () => {
    const deck = deckOf({ ...WISH, kinds: ['own'], piece: { score, plan } });
    const move = plan.hands.right.moves.find(({ kind }) => kind === 'thumb-under')!;
    const asked = deck.find((question) => question.answer === 'finger' && question.words.includes('thumb under'))!;
    expect(asked).toMatchObject({ finger: move.toFinger });
    expect(isRightAnswer(asked, [move.toFinger])).toBe(true);
    const place = deck.find(({ key }) => key.startsWith('place'))!;
    expect(place.answer === 'keys' && place.among.map(midiOf)).toEqual(
      expect.arrayContaining(place.answer === 'keys' ? [...place.midis] : []),
    );
    expect(deckOf({ ...WISH, kinds: ['own'] })).toEqual([]);
  });
});

describe('what is asked next', () => {
  const at = (seconds: number): string => new Date(Date.UTC(2026, 2, 4, 16, 0, seconds)).toISOString();
  const answer = (key: string, seconds: number, isRight: boolean, ms = 900): TrainerAnswer => ({
    key,
    answeredAt: at(seconds),
    isRight,
    ms,
  });
  const deck = calls.slice(0, 6);
  const ask = (answers: readonly TrainerAnswer[], seconds: number, seed = 1): string =>
    nextQuestion(deck, { cards: cardsOf(answers), now: new Date(at(seconds)), last: answers.at(-1)?.key, seed })!.key;

  it('is new at first, one of the easiest', () => {
    expect(deck.slice(0, 4).map(({ key }) => key)).toContain(ask([], 0));
  });

  it('is what was missed, before the round is over, and sooner than what was known', () => {
    const [missed, known] = [deck[0]!.key, deck[1]!.key];
    const answers = [answer(missed, 0, false), answer(known, 5, true)];
    expect(ask(answers, 10)).not.toBe(missed);
    expect(ask(answers, 75)).toBe(missed);
    const cards = cardsOf(answers);
    expect(cards.get(missed)!.due < cards.get(known)!.due).toBe(true);
  });

  it('is never the same twice running, while there is another', () => {
    const answers = [answer(deck[0]!.key, 0, false)];
    for (let seed = 0; seed < 20; seed += 1) expect(ask(answers, 600, seed)).not.toBe(deck[0]!.key);
    const [only] = deck;
    const alone = { cards: cardsOf(answers), now: new Date(at(600)), last: only!.key, seed: 1 };
    expect(nextQuestion([only!], alone)).toBe(only);
    expect(nextQuestion([], alone)).toBeUndefined();
  });

  it('remembers the same answer by answer as all at once', () => {
    const answers = [answer('a', 0, true), answer('a', 60, false), answer('a', 130, true, 6000)];
    const one = answers.reduce(withAnswer, cardsOf([]));
    expect(one.get('a')).toEqual(cardsOf([...answers].reverse()).get('a'));
  });

  it('sums up a round', () => {
    expect(
      roundResult([
        answer('a', 0, true, 800),
        answer('b', 3, false),
        answer('b', 9, false),
        answer('a', 12, true, 1200),
      ]),
    ).toEqual({
      asked: 4,
      right: 2,
      medianMs: 1200,
      missed: ['b'],
    });
    expect(roundResult([])).toEqual({ asked: 0, right: 0, medianMs: null, missed: [] });
  });
});
