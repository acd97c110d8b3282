/** The speaking half of a stand-in: items numbered, queued, sent in batches, kept until they are answered. docs/protocol.md. */
import { randomUUID } from 'node:crypto';

const need = (name: string): string => {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set`);
  return value;
};

export type Speaker<T> = {
  /** the device's time, ms */
  clock: () => number;
  /** numbers an item and queues it */
  say: (item: T, at?: number) => T & { seq: number; at: string };
  /** sends what is queued; resolves when it was answered or has failed */
  send: () => Promise<void>;
  status: () => string;
  /** does a purge listen to it, as the last answer said */
  purge: () => boolean;
  queued: () => number;
};

/**
 * @param what the door it goes in by
 * @param most items a batch holds
 */
export function speaker<T extends object>(what: 'readings' | 'signals', most: number): Speaker<T> {
  const [url, id, key] = [need('SENTREL_URL'), need('DEVICE_ID'), need('DEVICE_KEY')];
  const boot = randomUUID();
  let seq = 0;
  /** It has no clock of its own: it takes the server's from each answer. A wrong one is set by DEVICE_CLOCK_OFF, s. */
  let ahead = 0;
  const off = (Number(process.env['DEVICE_CLOCK_OFF'] ?? 0) || 0) * 1000;
  const clock = () => Date.now() + ahead + off;
  const queue: (T & { seq: number; at: string })[] = [];
  let status = 'starting';
  let purge = false;
  let sending = false;

  const send = async (): Promise<void> => {
    if (sending || queue.length === 0) return;
    sending = true;
    const batch = queue.slice(0, most);
    try {
      const answer = await fetch(`${url}/api/intake/v1/${what}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-device': id, authorization: `Bearer ${key}` },
        body: JSON.stringify({ boot, sentAt: new Date(clock()).toISOString(), [what]: batch }),
        signal: AbortSignal.timeout(5000),
      });
      if (answer.ok) {
        queue.splice(0, batch.length);
        const { now, answers, ...more } = (await answer.json()) as {
          now: string;
          answers: { status: string; reason?: string }[];
          purge?: boolean;
        };
        purge = more.purge ?? false;
        const wrong = Date.parse(now) - clock() + off;
        if (Math.abs(wrong) > 1500) {
          ahead += wrong;
          // What it still holds was dated by the clock that was wrong.
          for (const held of queue) held.at = new Date(Date.parse(held.at) + wrong).toISOString();
        }
        status = answers.findLast((a) => a.reason)?.reason ?? 'sending';
      } else {
        status = `refused: ${answer.status}`;
        if (answer.status === 400 || answer.status === 413) queue.splice(0, batch.length);
      }
    } catch (error) {
      status = `cannot reach Sentrel (${(error as Error).name}), ${queue.length} kept`;
    }
    sending = false;
  };
  return {
    clock,
    say: (item, at = clock()) => {
      const numbered = { ...item, seq: seq++, at: new Date(at).toISOString() };
      queue.push(numbered);
      if (queue.length > 20_000) queue.shift();
      return numbered;
    },
    send,
    status: () => status,
    purge: () => purge,
    queued: () => queue.length,
  };
}
