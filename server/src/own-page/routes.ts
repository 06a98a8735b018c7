import {
  linkListSchema,
  madeLinkSchema,
  newLinkSchema,
  ownPageSchema,
  pieceIdSchema,
  pieceSchema,
  standingSchema,
  type Piece,
} from '@kettle-step/contract';
import type { Day } from '@kettle-step/core';
import { Router, type Request, type Response } from 'express';
import { asJson } from '../http/doors';
import { sendProblem } from '../http/problems';
import { REFUSALS } from '../http/refusals';
import { forStudent, noSuchStudent, withBody } from '../students/for-student';
import type { LinkStore } from './links';
import type { OwnPages } from './page';

/** A day by this machine's own clock: a link is good until midnight where the studio is. */
const dayOf = (now: Date): Day =>
  [now.getFullYear(), String(now.getMonth() + 1).padStart(2, '0'), String(now.getDate()).padStart(2, '0')].join('-');

/** `/api/students/:id/links`: links are made, told and taken back by the teacher. */
export const linkRoutes = (links: LinkStore): Router => {
  const router = Router();
  router.get(
    '/:id/links',
    forStudent(async (id, _, response) => {
      response.json(linkListSchema.parse({ links: await links.list(id) }));
    }),
  );
  router.post(
    '/:id/links',
    asJson,
    withBody(newLinkSchema, async (id, { expiresOn }, response) => {
      const made = await links.make(id, expiresOn, new Date());
      if (!made) return noSuchStudent(response);
      response.status(201).json(madeLinkSchema.parse(made));
    }),
  );
  router.delete(
    '/:id/links/:link',
    forStudent(async (id, _, response, request) => {
      if (await links.revoke(id, String(request.params['link']))) response.status(204).end();
      else sendProblem(response, REFUSALS.noSuchLink);
    }),
  );
  return router;
};

/** Whose link the address holds. Whoever has none that is good is told the same, whatever the reason. */
const withLink =
  (links: LinkStore, answer: (studentId: string, today: Day, request: Request, response: Response) => Promise<void>) =>
  async (request: Request, response: Response): Promise<void> => {
    const today = dayOf(new Date());
    const studentId = await links.studentOf(String(request.params['token']), today);
    if (studentId === undefined) return sendProblem(response, REFUSALS.noSuchLink);
    await answer(studentId, today, request, response);
  };

/** `/api/mine/:token`: a student's own page and the pieces on its list; only to be read. */
export const ownPageRoutes = (links: LinkStore, pages: OwnPages): Router => {
  const router = Router();
  router.get(
    '/:token',
    withLink(links, async (studentId, today, _request, response) => {
      response.json(ownPageSchema.parse(await pages.page(studentId, today)));
    }),
  );
  const forPiece = (answer: (piece: Piece, response: Response) => void) =>
    withLink(links, async (studentId, today, request, response) => {
      const id = pieceIdSchema.safeParse(request.params['id']).data;
      const piece = id && (await pages.piece(studentId, id, today));
      if (!piece) return sendProblem(response, REFUSALS.noSuchPiece);
      answer(piece, response);
    });
  router.get(
    '/:token/pieces/:id',
    forPiece((piece, response) => void response.json(pieceSchema.parse(piece))),
  );
  router.get(
    '/:token/pieces/:id/standing',
    forPiece(({ standing }, response) => void response.json(standingSchema.parse(standing))),
  );
  return router;
};
