import { houseRulesSchema, savedSchema, saveHouseRulesSchema } from '@kettle-step/contract';
import { json, Router } from 'express';
import { onlyAs } from '../http/doors';
import { sendProblem } from '../http/problems';
import { notAsAgreed, REFUSALS } from '../http/refusals';
import type { HouseStore } from './store';

/** `/api/house-rules`: what the teacher has settled for the whole studio. */
export const houseRoutes = (store: HouseStore): Router => {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(houseRulesSchema.parse(await store.get()));
  });
  router.put('/', onlyAs('application/json'), json({ limit: '20kb' }), async (request, response) => {
    const rules = saveHouseRulesSchema.safeParse(request.body);
    if (!rules.success) return sendProblem(response, notAsAgreed('set of house rules', rules.error.issues[0]));
    const outcome = await store.save(rules.data);
    if (outcome.kind === 'conflict')
      return sendProblem(response, REFUSALS.rulesChangedElsewhere, { currentRevision: outcome.currentRevision });
    response.json(savedSchema.parse({ revision: outcome.revision }));
  });
  return router;
};
