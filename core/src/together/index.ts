export { unitsFelt } from './moments';
export { HAND_MOTIONS, type HandMotion, type Part } from './parts';
export { handsTogether, type TogetherBeat, type HandsTogether } from './together';
export { holdsOf, tellHold, type Hold } from './holds';
export { barLinksOf, chosenSpots, handSpotsOf, spotsOf, type BarLink, type Spot, type SpotChoices } from './spots';
