export * from './carry';
export * from './own-plan';
