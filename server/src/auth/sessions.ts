import { createHash } from 'node:crypto';
import { eq, lt } from 'drizzle-orm';
import session, { type SessionData } from 'express-session';
import type { RequestHandler } from 'express';
import type { Database } from '../database/open';
import { sessions } from '../database/schema';

declare module 'express-session' {
  interface SessionData {
    /** The pass phrase was given. */
    isOpen: boolean;
  }
}

/** A window that nobody uses for so long is locked. Our choice: a day of lessons, not a night. */
const IDLE_MS = 12 * 3_600_000;
/** How much later a session has to end before that is written down. */
const LATER_MS = 10 * 60_000;

const hashOf = (id: string): string => createHash('sha256').update(id).digest('hex');

const endOf = ({ cookie }: SessionData): number => cookie.expires?.valueOf() ?? Date.now() + IDLE_MS;

/** Calls back with the outcome of a promise. */
const callBack = <T>(work: Promise<T>, callback?: (problem: unknown, value?: T) => void): void => {
  work.then(
    (value) => callback?.(null, value),
    (problem: unknown) => callback?.(problem),
  );
};

/** Sessions in the studio's own file. */
export class SessionStore extends session.Store {
  constructor(private readonly db: Database) {
    super();
  }

  override get(id: string, callback: (problem: unknown, data?: SessionData | null) => void): void {
    callBack(this.find(id), callback);
  }

  override set(id: string, data: SessionData, callback?: (problem?: unknown) => void): void {
    callBack(this.write(id, data), callback);
  }

  override destroy(id: string, callback?: (problem?: unknown) => void): void {
    callBack(
      this.db
        .delete(sessions)
        .where(eq(sessions.id, hashOf(id)))
        .then(() => undefined),
      callback,
    );
  }

  override touch(id: string, data: SessionData, callback?: () => void): void {
    callBack(this.putOff(id, data), callback);
  }

  private async find(id: string): Promise<SessionData | null> {
    const [row] = await this.db
      .select()
      .from(sessions)
      .where(eq(sessions.id, hashOf(id)));
    return row && row.expiresAt > Date.now() ? (row.data as SessionData) : null;
  }

  private async write(id: string, data: SessionData): Promise<void> {
    const kept = { data, expiresAt: endOf(data) };
    await this.db.delete(sessions).where(lt(sessions.expiresAt, Date.now()));
    await this.db
      .insert(sessions)
      .values({ id: hashOf(id), ...kept })
      .onConflictDoUpdate({ target: sessions.id, set: kept });
  }

  private async putOff(id: string, data: SessionData): Promise<void> {
    const [row] = await this.db
      .select({ expiresAt: sessions.expiresAt })
      .from(sessions)
      .where(eq(sessions.id, hashOf(id)));
    if (row && endOf(data) - row.expiresAt > LATER_MS)
      await this.db
        .update(sessions)
        .set({ data, expiresAt: endOf(data) })
        .where(eq(sessions.id, hashOf(id)));
  }
}

/** Tells windows apart by a cookie that no script sees and no other page sends; over TLS it is sent there alone. */
export const withSession = (db: Database, secret: string): RequestHandler =>
  session({
    name: 'kettle-step',
    secret,
    store: new SessionStore(db),
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: IDLE_MS },
  });
