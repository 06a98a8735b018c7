export type { PlayedNote, Performance } from './performance';
export type { Extent, Place } from './passage';
export { listen, SLIP_KINDS, type Hearing, type Slip, type SlipKind, type TempoHeard } from './hearing';
export { simulatePlaying, PLAYING_WAYS, type PlayingWay, type SimulatedPlaying, type SimulatedWish } from './simulated';
export { withReasons, type ToldSlip } from './expected-trouble';
export { placeInWords, wordSlip } from './slip-words';
