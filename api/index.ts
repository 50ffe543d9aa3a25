export type * from './classify';
export type * from './runs';
export type * from './sites';
