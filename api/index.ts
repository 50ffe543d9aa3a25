export type * from './agreements';
export type * from './classify';
export type * from './pipeline';
export type * from './policies';
export type * from './runs';
export type * from './sites';
