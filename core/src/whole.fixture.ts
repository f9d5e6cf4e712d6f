export * from './index';
export * from './changing';
export * from './reading';
