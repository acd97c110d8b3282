/** JSON in with a limit, JSON out, and a refusal that can be thrown. */
import { isDeeper } from '../../core/work/event';

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
  constructor(status: number, message: string, reasons?: string[], headers: Record<string, string> = {}) {
    super(message);
    this.response = json({ error: message, ...(reasons && { reasons }) }, status, headers);
  }
}

/**
 * So much of a body that is too large is still read and thrown away, bytes: what is left unread holds up the next request on the same
 * connection until it times out, and a device that was told 413 then hears nothing at all.
 */
const DRAINED = 16 * 1024 * 1024;

/** A sender who is silent for so long in the midst of a body is told so, ms. */
const SILENT_MS = 8000;

/** The next piece of a body. @throws Refused when none comes */
async function piece(reader: ReadableStreamDefaultReader<Uint8Array>): Promise<ReadableStreamReadResult<Uint8Array>> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const silence = new Promise<never>((_, fail) => {
    timer = setTimeout(
      () =>
        fail(
          new Refused(408, 'The rest of the request did not arrive. Nothing was saved: send it again.', undefined, { connection: 'close' }),
        ),
      SILENT_MS,
    );
  });
  const next = reader.read();
  next.catch(() => undefined);
  try {
    return await Promise.race([next, silence]);
  } finally {
    clearTimeout(timer);
  }
}

/** The body, of at most `limit` bytes. @throws Refused */
export async function readBytes(request: Request, limit: number): Promise<Buffer> {
  const reader = request.body?.getReader();
  if (!reader) throw new Refused(400, 'The request has no body.');
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await piece(reader);
    if (done) break;
    size += value.byteLength;
    if (size <= limit) chunks.push(value);
    else if (size > limit + DRAINED) break;
  }
  if (size > limit) {
    if (size > limit + DRAINED) await reader.cancel();
    throw new Refused(413, `The request is larger than ${limit / 1024} kB.`);
  }
  return Buffer.concat(chunks);
}

/** The body as JSON of at most `limit` bytes. @throws Refused */
export async function readJson(request: Request, limit = 256 * 1024): Promise<unknown> {
  const bytes = await readBytes(request, limit);
  let value: unknown;
  try {
    value = JSON.parse(bytes.toString('utf8'));
  } catch {
    throw new Refused(400, 'The request is not JSON.');
  }
  if (isDeeper(value)) throw new Refused(400, 'The request is nested deeper than anything here.');
  return value;
}
