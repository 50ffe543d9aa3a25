import { checkReportJsonSchema } from '@douane/core/check';
import { catalogueJsonSchema, rulingsJsonSchema } from '@douane/core/exchange';
import { setupJsonSchema } from '@douane/core/setup';
import { Router } from 'express';
import { notFound } from '../problems';

const SCHEMAS: Record<string, () => object> = {
  'setup.json': setupJsonSchema,
  'check.json': checkReportJsonSchema,
  'rulings.json': rulingsJsonSchema,
  'catalogue.json': catalogueJsonSchema,
};

/** JSON Schemas of the files that go out and come in, for whoever writes them by program. */
export function schemaRoutes(): Router {
  const router = Router();
  router.get('/schemas/:name', (req, res) => {
    const schema = Object.hasOwn(SCHEMAS, req.params.name) ? SCHEMAS[req.params.name] : undefined;
    if (!schema) throw notFound('schema');
    res.type('application/schema+json').send(JSON.stringify(schema(), null, 2));
  });
  return router;
}
