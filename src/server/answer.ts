/** JSON in with a limit, JSON out, and a refusal that can be thrown. */

export const json = (body: unknown, status = 200, headers: Record<string, string> = {}): Response =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store', ...headers },
  });

export const error = (status: number, message: string, reasons?: string[]): Response =>
  json({ error: message, ...(reasons && { reasons }) }, status);

/** An answer that says why not, thrown to where answers are given. */
export class Refused extends Error {
  readonly response: Response;
  constructor(status: number, message: string, reasons?: string[]) {
    super(message);
    this.response = error(status, message, reasons);
  }
}

/**
 * So much of a body that is too large is still read and thrown away, bytes: what is left unread holds up the next request on the same
 * connection until it times out, and a device that was told 413 then hears nothing at all.
 */
const DRAINED = 16 * 1024 * 1024;

/** The body as JSON of at most `limit` bytes. @throws Refused */
export async function readJson(request: Request, limit = 256 * 1024): Promise<unknown> {
  const reader = request.body?.getReader();
  if (!reader) throw new Refused(400, 'The request has no body.');
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size <= limit) chunks.push(value);
    else if (size > limit + DRAINED) break;
  }
  if (size > limit) {
    if (size > limit + DRAINED) await reader.cancel();
    throw new Refused(413, `The request is larger than ${limit / 1024} kB.`);
  }
  try {
    return JSON.parse(Buffer.concat(chunks).toString('utf8')) as unknown;
  } catch {
    throw new Refused(400, 'The request is not JSON.');
  }
}
