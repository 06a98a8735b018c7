/** The doors that need whole parsers of other formats: kept apart, so that a page that only shows music does not load them. */
export * from './abc';
export * from './midi';
export * from './music';
export { withFingers } from './fingered';
export * from './send';
export { readTyped, type TypedMusic, type Untypable } from './typed';
