export { playOrder, playRuns, repeatedPassages, type PlayedBar, type RepeatedPassage } from './play-order';
export { writtenOctaves, type OctavePass } from './octaves';
export { inOrder, unfolded, writtenId, type Unfolded } from './unfolded';
export { withRoad, type SettledRoad } from './settled';
