export { readOut, readOutText, type ReadOut, type ReadOutOptions } from './read-out';
