export * from './record';
export * from './standing';
export * from './words/index';
