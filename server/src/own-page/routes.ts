import {
  linkListSchema,
  madeLinkSchema,
  newLinkSchema,
  ownPageSchema,
  pieceSchema,
  standingSchema,
} from '@kettle-step/contract';
import type { Day } from '@kettle-step/core';
import { format } from 'date-fns';
import { Router } from 'express';
import { REFUSALS } from '../http/refusals';
import { found, route, type Call } from '../http/route';
import type { LinkStore } from './links';
import type { OwnPages } from './page';

/** `/api/students/:id/links`: links are made, shown and revoked by the teacher. */
export const linkRoutes = (links: LinkStore): Router => {
  const router = Router();
  router.get(
    '/:id/links',
    route({ answer: linkListSchema }, async ({ params: { id } }) => ({ links: await links.list(id!) })),
  );
  router.post(
    '/:id/links',
    route({ body: newLinkSchema, answer: madeLinkSchema, status: 201 }, async ({ params: { id }, body }) =>
      found(await links.make(id!, body.expiresOn, new Date()), REFUSALS.noSuchStudent),
    ),
  );
  router.delete(
    '/:id/links/:link',
    route({}, async ({ params: { id, link } }) => {
      found(await links.revoke(id!, link!), REFUSALS.noSuchLink);
    }),
  );
  return router;
};

type Read = Call<undefined, undefined>;

/** `/api/mine/:token`: a student's own page and the pieces on its list; read only. */
export const ownPageRoutes = (links: LinkStore, pages: OwnPages): Router => {
  const router = Router();
  /** Whose link the address holds; a link that does not work gives the same answer, whatever the reason. */
  const visitor = async ({ params: { token } }: Read): Promise<{ readonly studentId: string; readonly today: Day }> => {
    // By this machine's own clock: a link is good until midnight where the studio is.
    const today = format(new Date(), 'yyyy-MM-dd');
    return { studentId: found(await links.studentOf(token!, today), REFUSALS.noSuchLink), today };
  };
  const pieceOf = async (call: Read) => {
    const { studentId, today } = await visitor(call);
    return found(await pages.piece(studentId, call.params['id']!, today), REFUSALS.noSuchPiece);
  };
  router.get(
    '/:token',
    route({ answer: ownPageSchema }, async (call) => {
      const { studentId, today } = await visitor(call);
      return pages.page(studentId, today);
    }),
  );
  router.get('/:token/pieces/:id', route({ answer: pieceSchema }, pieceOf));
  router.get(
    '/:token/pieces/:id/standing',
    route({ answer: standingSchema }, async (call) => (await pieceOf(call)).standing),
  );
  return router;
};
