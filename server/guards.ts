import type { ErrorRequestHandler, RequestHandler } from 'express';

/** Names that this machine answers to; a page of somebody else's that points its own name here is turned away. */
const OWN_HOSTS = new Set(['localhost', '127.0.0.1', '[::1]']);

const hostOf = (header: string): string => header.replace(/:\d+$/, '').toLowerCase();

/** Only requests that were made to this machine by its own name (against DNS rebinding). */
export const ownHostOnly: RequestHandler = (request, response, next) => {
  if (OWN_HOSTS.has(hostOf(request.headers.host ?? ''))) next();
  else response.status(421).json({ error: 'this server answers to this machine only' });
};

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** What changes something has to come from a page of this very server (Fetch Metadata; RFC 6454 for older browsers). */
export const sameOriginChanges: RequestHandler = (request, response, next) => {
  if (READS.has(request.method)) return next();
  const site = request.headers['sec-fetch-site'];
  const { origin } = request.headers;
  const ownOrigin = origin === undefined || origin === `http://${request.headers.host}`;
  if (ownOrigin && (site === undefined || site === 'same-origin' || site === 'none')) return next();
  response.status(403).json({ error: 'changes are taken from this page only' });
};

export const unknownApi: RequestHandler = (_, response) =>
  void response.status(404).json({ error: 'there is no such address' });

/** Faults are logged here and told outside in plain words, without stacks or paths. */
export const tellFault: ErrorRequestHandler = (error: unknown, _request, response, next) => {
  if (response.headersSent) return next(error);
  const { status } = error as { status?: unknown };
  const known = typeof status === 'number' && status >= 400 && status < 500;
  if (!known) console.error(error);
  response
    .status(known ? status : 500)
    .json({ error: known ? 'this was not understood' : 'something went wrong here' });
};

/** A port as it was asked for: a whole number up to 65535 (0 = any free one); null when it is none. */
export function portOf(text: string | undefined, usual: number): number | null {
  if (text === undefined || text.trim() === '') return usual;
  const port = Number(text);
  return Number.isInteger(port) && port >= 0 && port <= 65_535 && /^\d+$/.test(text.trim()) ? port : null;
}
