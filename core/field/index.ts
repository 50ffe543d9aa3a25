export * from './report';
export { type FieldReport, type FieldSighting, fieldPage, fieldSightings, MOST_SIGHTED } from './sighted';
