import type { Request, RequestHandler, Response } from 'express';
import { jsonUpTo } from './guards';
import { Refused, unreadableRequest, type Refusal } from './refusals';
import type { Schema } from './schema';

/** A request whose body and query have the shape that the route asks for. */
export interface Call<Body, Query> {
  /** What the address names; text that names nothing finds nothing. */
  readonly params: Readonly<Record<string, string>>;
  readonly body: Body;
  readonly query: Query;
  readonly request: Request;
  readonly response: Response;
}

export interface Shape<Body, Query> {
  readonly body?: Schema<Body>;
  /** Longest body. */
  readonly limit?: string;
  readonly query?: Schema<Query>;
  /** What answers look like; without it the action answers with nothing. */
  readonly answer?: { readonly parse: (content: unknown) => unknown };
  readonly status?: number;
}

const USUAL_LIMIT = '200kb';

/** @throws Refused where a request does not have the shape it must have */
const read = <T>(schema: Schema<T> | undefined, content: unknown): T => {
  if (!schema) return undefined as T;
  const outcome = schema.safeParse(content);
  if (!outcome.success) throw new Refused(unreadableRequest(outcome.error));
  return outcome.data;
};

const handler =
  <Body, Query>(
    { body, query }: Shape<Body, Query>,
    answer: (call: Call<Body, Query>) => Promise<void> | void,
  ): RequestHandler =>
  async (request, response) => {
    await answer({
      params: request.params as Readonly<Record<string, string>>,
      body: read(body, request.body),
      query: read(query, request.query),
      request,
      response,
    });
  };

const bodyOf = ({ body, limit = USUAL_LIMIT }: Pick<Shape<unknown, unknown>, 'body' | 'limit'>): RequestHandler[] =>
  body ? jsonUpTo(limit) : [];

/** A route that answers with JSON, or with nothing. The action refuses by `refuse`. */
export const route = <Body = undefined, Query = undefined>(
  shape: Shape<Body, Query>,
  action: (call: Call<Body, Query>) => unknown,
): RequestHandler[] => [
  ...bodyOf(shape),
  handler(shape, async (call) => {
    const content = await action(call);
    const { answer, status } = shape;
    if (answer) call.response.status(status ?? 200).json(answer.parse(content));
    else call.response.status(status ?? 204).end();
  }),
];

/** A file to save. */
export interface Download {
  readonly name: string;
  readonly type: string;
  readonly content: string | Buffer;
}

/** A route that answers with a file. */
export const download = <Query = undefined>(
  shape: Pick<Shape<undefined, Query>, 'query'>,
  action: (call: Call<undefined, Query>) => Promise<Download>,
): RequestHandler =>
  handler<undefined, Query>(shape, async (call) => {
    const { name, type, content } = await action(call);
    // The name implies a type: ours comes after it.
    call.response.attachment(name).type(type).send(content);
  });

/** Ends a route with a problem. */
export const refuse = (refusal: Refusal, currentRevision?: number): never => {
  throw new Refused(refusal, currentRevision);
};

/** What was found, or done; otherwise the route ends with a problem. */
export const found = <T>(value: T, refusal: Refusal): Exclude<T, undefined | false> =>
  value === undefined || value === false ? refuse(refusal) : (value as Exclude<T, undefined | false>);
