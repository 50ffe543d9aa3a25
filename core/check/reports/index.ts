export { checkAsJson } from './json';
export { checkAsJunit } from './junit';
