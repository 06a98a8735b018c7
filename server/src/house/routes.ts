import { houseRulesSchema, savedSchema, saveHouseRulesSchema } from '@kettle-step/contract';
import { Router } from 'express';
import { savedRevision } from '../database/outcome';
import { REFUSALS } from '../http/refusals';
import { route } from '../http/route';
import type { HouseStore } from './store';

/** `/api/house-rules`: what the teacher has settled for the whole studio. */
export const houseRoutes = (store: HouseStore): Router => {
  const router = Router();
  router.get(
    '/',
    route({ answer: houseRulesSchema }, () => store.get()),
  );
  router.put(
    '/',
    route({ body: saveHouseRulesSchema, limit: '20kb', answer: savedSchema }, async ({ body }) =>
      savedRevision(await store.save(body), REFUSALS.noSuchAddress, REFUSALS.rulesChangedElsewhere),
    ),
  );
  return router;
};
