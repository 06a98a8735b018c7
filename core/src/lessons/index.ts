export * from './heard';
export * from './lesson-csv';
export * from './lists';
