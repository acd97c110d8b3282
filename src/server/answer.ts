/** Small shared pieces of the endpoints: JSON in with a limit, JSON out, the session cookie. */
import type { APIContext } from 'astro';
import type { z } from 'zod';
import { issuesOf } from '../../core/work/event';

export const json = (body: unknown, status = 200, headers: Record<string, string> = {}): Response =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store', ...headers },
  });

export const error = (status: number, message: string, reasons?: string[]): Response =>
  json({ error: message, ...(reasons && { reasons }) }, status);

export const COOKIE = 'sentrel_session';

/** The body as JSON of at most `limit` bytes, or the answer that says why not. */
export async function body(request: Request, limit = 256 * 1024): Promise<{ value: unknown } | { refusal: Response }> {
  const reader = request.body?.getReader();
  if (!reader) return { refusal: error(400, 'The request has no body.') };
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      return { refusal: error(413, `The request is larger than ${limit / 1024} kB.`) };
    }
    chunks.push(value);
  }
  try {
    return { value: JSON.parse(Buffer.concat(chunks).toString('utf8')) as unknown };
  } catch {
    return { refusal: error(400, 'The request is not JSON.') };
  }
}

/** Is every text in it one that a database can keep: without a NUL, and without half of a surrogate pair? */
function keepable(value: unknown): boolean {
  // A list of what is left to look at, not a call for each level: how deep it goes is not ours to choose.
  const left = [value];
  while (left.length > 0) {
    const v = left.pop();
    if (typeof v === 'string' && (v.includes('\0') || !v.isWellFormed())) return false;
    if (v !== null && typeof v === 'object') for (const [key, inner] of Object.entries(v)) left.push(key, inner);
  }
  return true;
}

/** The body checked against a schema, or the answer that names what is wrong. */
export async function bodyOf<S extends z.ZodType>(
  request: Request,
  schema: S,
  limit?: number,
): Promise<{ value: z.output<S> } | { refusal: Response }> {
  const read = await body(request, limit);
  if ('refusal' in read) return read;
  if (!keepable(read.value))
    return { refusal: error(422, 'There is a character in it that cannot be kept. Take it out and send it again.') };
  const parsed = schema.safeParse(read.value);
  if (parsed.success) return { value: parsed.data };
  return {
    refusal: error(422, 'Something in it cannot be right.', issuesOf(parsed.error)),
  };
}

/** Who speaks: from the session, never from a body. */
export const who = ({ locals }: APIContext): { person: string | null; identified: string } => ({
  person: locals.person?.id ?? null,
  identified: locals.identified,
});
