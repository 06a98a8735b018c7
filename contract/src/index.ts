export * from './plan-document';
export * from './piece';
export * from './problem';
export * from './stored-plan';
export * from './engine';
export * from './desk';
export * from './version';
export * from './rules';
