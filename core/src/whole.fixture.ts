export * from './index';
export * from './reading';
