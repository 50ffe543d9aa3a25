export { type Classifier, catalogueClassifier, firstOf, setupClassifier } from './classify';
export { type Entity, entityOfHost } from './entities';
export { servicesOf, slugOf } from './services';
export { shippedCatalogue } from './shipped';
export * from './types';
