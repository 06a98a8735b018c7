import { getDraw, getTransport, MembraneSynth, type Unit } from 'tone';
import { frequency, loadPiano } from './piano';
import type { Pause, PlayedAt, Schedule } from './schedule';

/** What is told while it sounds. */
export interface Listener {
  readonly reached: (moment: PlayedAt) => void;
  readonly paused: (pause: Pause) => void;
  readonly counted: (words: string) => void;
  readonly ended: () => void;
}

/** How a schedule is gone through. */
export interface Course {
  /** Round and round, or once. */
  readonly loop: boolean;
  /** Where in the schedule to begin, seconds. */
  readonly startSeconds: number;
}

/** A piano and a metronome on the clock of the sound. */
export interface Instrument {
  readonly play: (schedule: Schedule, course: Course, listener: Listener) => void;
  /** Sounds keys at once and together, as MIDI numbers. */
  readonly strike: (keys: readonly number[]) => void;
  readonly goOn: () => void;
  readonly stop: () => void;
}

/** The last note may ring, seconds. */
const RING_SECONDS = 0.6;

/** A pause falls so long after the note that it is on, so that the note is heard; seconds. */
const HEARD_SECONDS = 0.35;

/** How long a key that is only touched sounds, seconds. */
const TOUCH_SECONDS = 0.6;

export const createInstrument = async (): Promise<Instrument> => {
  const piano = await loadPiano();
  const click = new MembraneSynth({
    pitchDecay: 0.008,
    octaves: 2,
    envelope: { attack: 0.001, decay: 0.06, sustain: 0 },
  });
  click.volume.value = -8;
  click.toDestination();
  const transport = getTransport();
  const clear = (): void => {
    transport.stop();
    transport.cancel(0);
    transport.loop = false;
    getDraw().cancel(0);
    piano.releaseAll();
  };
  const onScreen = (time: Unit.Seconds, show: () => void): void => void getDraw().schedule(show, time);

  return {
    play: (schedule, { loop, startSeconds }, listener) => {
      clear();
      for (const event of schedule.events)
        transport.schedule((time) => {
          if (event.kind === 'click') click.triggerAttackRelease(event.accent ? 'C5' : 'G4', 0.05, time);
          else piano.triggerAttackRelease(frequency(event.midi), event.lengthSeconds, time, event.loudness);
        }, event.seconds);
      for (const moment of schedule.moments)
        transport.schedule((time) => onScreen(time, () => listener.reached(moment)), moment.seconds);
      for (const { seconds, words } of schedule.counts)
        transport.schedule((time) => onScreen(time, () => listener.counted(words)), seconds);
      for (const pause of schedule.pauses)
        transport.schedule((time) => {
          transport.pause(time);
          onScreen(time, () => listener.paused(pause));
        }, pause.seconds + HEARD_SECONDS);
      if (loop) {
        transport.loop = true;
        transport.setLoopPoints(schedule.beginsAt, schedule.endsAt);
      } else {
        transport.schedule((time) => onScreen(time, () => listener.ended()), schedule.endsAt + RING_SECONDS);
      }
      transport.start(undefined, startSeconds);
    },
    strike: (keys) => void piano.triggerAttackRelease(keys.map(frequency), TOUCH_SECONDS),
    goOn: () => void transport.start(),
    stop: clear,
  };
};
