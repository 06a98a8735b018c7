import { TestBed } from '@angular/core/testing';
import { Speech } from './speech';

/** What is said, as the Web Speech API (W3C Community Group) hands it to a voice. */
class Utterance {
  lang = '';
  rate = 1;
  onend: (() => void) | undefined;
  onerror: (() => void) | undefined;
  constructor(readonly text: string) {}
}

describe('the browser’s voice', () => {
  const spoken: (Utterance | 'silence')[] = [];
  const last = (): Utterance => spoken.filter((one): one is Utterance => one !== 'silence').at(-1)!;

  const give = (): void => {
    Object.assign(window, {
      speechSynthesis: { speak: (said: Utterance) => spoken.push(said), cancel: () => spoken.push('silence') },
      SpeechSynthesisUtterance: Utterance,
    });
  };

  beforeEach(() => spoken.splice(0));
  afterEach(() => {
    Reflect.deleteProperty(window, 'speechSynthesis');
    Reflect.deleteProperty(window, 'SpeechSynthesisUtterance');
  });

  it('is not asked where there is none', () => {
    const speech = TestBed.inject(Speech);
    expect(speech.canSpeak).toBe(false);
    speech.say('one');
    speech.stop();
    expect(speech.isSpeaking()).toBe(false);
  });

  it('says one thing in place of another, in English, at the rate that is wished', () => {
    give();
    const speech = TestBed.inject(Speech);
    speech.say('one', 1.6);
    speech.say('and');
    expect(spoken).toEqual([
      expect.objectContaining({ text: 'one', lang: 'en-GB', rate: 1.6 }),
      'silence',
      expect.objectContaining({ text: 'and', lang: 'en-GB', rate: 1 }),
    ]);
  });

  it('speaks until it has said all, until it fails, or until it is stopped', () => {
    give();
    const speech = TestBed.inject(Speech);
    for (const end of [() => last().onend!(), () => last().onerror!(), () => speech.stop()]) {
      speech.say('one');
      expect(speech.isSpeaking()).toBe(true);
      end();
      expect(speech.isSpeaking()).toBe(false);
    }
  });

  it('is not silenced by the end of what it was cut off in', () => {
    give();
    const speech = TestBed.inject(Speech);
    speech.say('one');
    const cutOff = last();
    speech.say('two');
    cutOff.onend!();
    expect(speech.isSpeaking()).toBe(true);
  });
});
