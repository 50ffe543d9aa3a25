export { letGo } from './let-go';
export { mayServe } from './may-serve';
