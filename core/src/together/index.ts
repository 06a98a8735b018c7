export { unitsFelt } from './moments';
export { HAND_MOTIONS, type HandMotion, type Part } from './parts';
export { handsTogether, type TogetherBeat, type HandsTogether } from './together';
export { barLinksOf, spotsOf, type BarLink, type Spot } from './spots';
