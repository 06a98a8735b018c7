export type { PlayedNote, Performance } from './performance';
export type { Extent, Place } from './passage';
export { listen, type Hearing, type Slip, type SlipKind, type TempoHeard } from './hearing';
export { APART_MS } from './timing';
export { simulatePlaying, PLAYING_WAYS, type PlayingWay, type SimulatedPlaying, type SimulatedWish } from './simulated';
