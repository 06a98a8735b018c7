import { studentIdSchema } from '@kettle-step/contract';
import type { Request, Response } from 'express';
import { sendProblem } from '../http/problems';
import { notAsAgreed, REFUSALS } from '../http/refusals';
import type { Schema } from '../http/schema';

/** Answers for the student that the address names; whoever has no such student says so. */
export type ForStudent<Body> = (id: string, body: Body, response: Response, request: Request) => Promise<void>;

export const noSuchStudent = (response: Response): void => sendProblem(response, REFUSALS.noSuchStudent);

export const forStudent =
  (answer: ForStudent<undefined>) =>
  async (request: Request, response: Response): Promise<void> => {
    const id = studentIdSchema.safeParse(request.params['id']).data;
    if (id === undefined) return noSuchStudent(response);
    await answer(id, undefined, response, request);
  };

/** The same for requests with a body that must be as agreed. */
export const withBody =
  <Body>(schema: Schema<Body>, answer: ForStudent<Body>) =>
  (request: Request, response: Response): Promise<void> =>
    forStudent(async (id) => {
      const body = schema.safeParse(request.body);
      if (!body.success) return sendProblem(response, notAsAgreed('student', body.error.issues[0]));
      await answer(id, body.data, response, request);
    })(request, response);
