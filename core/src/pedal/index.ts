export {
  PEDAL_WAYS,
  pedalSpansOf,
  pedalWayAt,
  withPedal,
  type PedalSpan,
  type PedalStretch,
  type PedalWay,
} from './pedal';
