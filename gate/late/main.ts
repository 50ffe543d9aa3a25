export { letGo } from './let-go';
export { loadFor } from './load-for';
export { mayServe } from './may-serve';
