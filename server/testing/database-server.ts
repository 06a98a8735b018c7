import { randomUUID } from 'node:crypto';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import Database from 'libsql';

/**
 * A small stand-in for a database server: it speaks the pipelines of Hrana 2 over HTTP (JSON), as the client's remote mode asks for
 * them, over a file of its own. Only what that client sends is understood.
 */

type Value =
  | { readonly type: 'null' }
  | { readonly type: 'integer'; readonly value: string }
  | { readonly type: 'float'; readonly value: number }
  | { readonly type: 'text'; readonly value: string }
  | { readonly type: 'blob'; readonly base64: string };

interface Stmt {
  readonly sql?: string;
  readonly sql_id?: number;
  readonly args?: readonly Value[];
}

type Condition =
  | { readonly type: 'ok' | 'error'; readonly step: number }
  | { readonly type: 'not'; readonly cond: Condition }
  | { readonly type: 'and' | 'or'; readonly conds: readonly Condition[] }
  | { readonly type: 'is_autocommit' };

interface Batch {
  readonly steps: readonly { readonly condition?: Condition; readonly stmt: Stmt }[];
}

interface Request {
  readonly type: string;
  readonly stmt?: Stmt;
  readonly batch?: Batch;
  readonly sql?: string;
  readonly sql_id?: number;
}

const valueOf = (value: Value): null | bigint | number | string | Buffer => {
  switch (value.type) {
    case 'null':
      return null;
    case 'integer':
      return BigInt(value.value);
    case 'blob':
      return Buffer.from(value.base64, 'base64');
    default:
      return value.value;
  }
};

const toValue = (value: unknown): Value => {
  if (value === null || value === undefined) return { type: 'null' };
  if (typeof value === 'bigint') return { type: 'integer', value: String(value) };
  if (typeof value === 'number') return { type: 'float', value };
  if (typeof value === 'string') return { type: 'text', value };
  return { type: 'blob', base64: Buffer.from(value as Uint8Array).toString('base64') };
};

/** One stream: a connection, and what it knows by number. */
class Stream {
  private readonly db: InstanceType<typeof Database>;
  private readonly texts = new Map<number, string>();

  constructor(file: string) {
    this.db = new Database(file, { timeout: 200 });
  }

  answer(request: Request): object {
    switch (request.type) {
      case 'execute':
        return { type: 'execute', result: this.execute(request.stmt!) };
      case 'batch':
        return { type: 'batch', result: this.batch(request.batch!) };
      case 'sequence':
        this.db.exec(this.textOf(request));
        return { type: 'sequence' };
      case 'store_sql':
        this.texts.set(request.sql_id!, request.sql!);
        return { type: 'store_sql' };
      case 'close_sql':
        this.texts.delete(request.sql_id!);
        return { type: 'close_sql' };
      case 'get_autocommit':
        return { type: 'get_autocommit', is_autocommit: !this.db.inTransaction };
      default:
        return { type: 'close' };
    }
  }

  close(): void {
    if (this.db.inTransaction) this.db.exec('ROLLBACK');
    this.db.close();
  }

  private textOf({ sql, sql_id }: Pick<Stmt, 'sql' | 'sql_id'>): string {
    return sql ?? this.texts.get(sql_id ?? -1) ?? '';
  }

  private execute(stmt: Stmt): object {
    const prepared = this.db.prepare(this.textOf(stmt));
    prepared.safeIntegers(true);
    const args = (stmt.args ?? []).map(valueOf);
    let hasRows = true;
    try {
      prepared.raw(true);
    } catch {
      hasRows = false;
    }
    if (!hasRows) {
      const { changes, lastInsertRowid } = prepared.run(...args);
      return { cols: [], rows: [], affected_row_count: changes, last_insert_rowid: String(lastInsertRowid) };
    }
    const cols = prepared.columns().map(({ name, type }) => ({ name, decltype: type }));
    const rows = (prepared.all(...args) as unknown[][]).map((row) => row.map(toValue));
    return { cols, rows, affected_row_count: 0, last_insert_rowid: null };
  }

  private batch({ steps }: Batch): object {
    const [results, errors]: [(object | null)[], (object | null)[]] = [[], []];
    const holds = (condition: Condition): boolean => {
      switch (condition.type) {
        case 'ok':
          return results[condition.step] != null;
        case 'error':
          return errors[condition.step] != null;
        case 'not':
          return !holds(condition.cond);
        case 'and':
          return condition.conds.every(holds);
        case 'or':
          return condition.conds.some(holds);
        case 'is_autocommit':
          return !this.db.inTransaction;
      }
    };
    steps.forEach(({ condition, stmt }, at) => {
      [results[at], errors[at]] = [null, null];
      if (condition && !holds(condition)) return;
      try {
        results[at] = this.execute(stmt);
      } catch (cause) {
        errors[at] = errorOf(cause);
      }
    });
    return { step_results: results, step_errors: errors };
  }
}

const errorOf = (cause: unknown): object => ({
  message: (cause as Error).message,
  code: (cause as { readonly code?: string }).code ?? 'SQLITE_ERROR',
});

const bodyOf = async (request: IncomingMessage): Promise<string> => {
  const chunks: Buffer[] = [];
  for await (const chunk of request) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString();
};

export interface DatabaseServer {
  readonly address: string;
  /** Ends it with all its streams, as a lost network does. */
  readonly stop: () => Promise<void>;
}

/** @param port - 0 for any that is free */
export const startDatabaseServer = async (file: string, token: string, port = 0): Promise<DatabaseServer> => {
  const streams = new Map<string, Stream>();
  const pipeline = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    if (request.headers.authorization !== `Bearer ${token}`) return void response.writeHead(401).end('{"error":"no"}');
    if (request.url !== '/v2/pipeline') return void response.writeHead(404).end('{"error":"no"}');
    const { baton, requests } = JSON.parse(await bodyOf(request)) as { baton?: string; requests: Request[] };
    const stream = (baton === undefined ? undefined : streams.get(baton)) ?? new Stream(file);
    if (baton !== undefined) streams.delete(baton);
    const results = requests.map((one) => {
      try {
        return { type: 'ok', response: stream.answer(one) };
      } catch (cause) {
        return { type: 'error', error: errorOf(cause) };
      }
    });
    const next = requests.some(({ type }) => type === 'close') ? null : randomUUID();
    if (next === null) stream.close();
    else streams.set(next, stream);
    response.setHeader('Content-Type', 'application/json');
    response.end(JSON.stringify({ baton: next, base_url: null, results }));
  };
  const server = createServer((request, response) => {
    pipeline(request, response).catch((cause: unknown) => response.writeHead(500).end(String(cause)));
  });
  server.listen(port, '127.0.0.1');
  await once(server, 'listening');
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    stop: async () => {
      server.closeAllConnections();
      server.close();
      await once(server, 'close');
      for (const stream of streams.values()) stream.close();
    },
  };
};
