export * from './memory';
export * from './moves-asked';
export * from './trials';
