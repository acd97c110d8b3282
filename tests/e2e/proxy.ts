/** A small TCP proxy before the database, so that an outage can be made at will. */
import { connect, createServer, type Socket } from 'node:net';

export type Proxy = { port: number; cut: () => void; mend: () => void; close: () => void };

export function proxyTo(target: number): Promise<Proxy> {
  const open = new Set<Socket>();
  let away = false;
  const server = createServer((client) => {
    if (away) return void client.destroy();
    const upstream = connect(target, '127.0.0.1');
    for (const s of [client, upstream]) {
      open.add(s);
      s.on('error', () => s.destroy());
      s.on('close', () => {
        open.delete(s);
        client.destroy();
        upstream.destroy();
      });
    }
    client.pipe(upstream).pipe(client);
    return undefined;
  });
  return new Promise((done) =>
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      done({
        port: typeof address === 'object' && address ? address.port : 0,
        cut: () => {
          away = true;
          for (const s of open) s.destroy();
        },
        mend: () => void (away = false),
        close: () => {
          for (const s of open) s.destroy();
          server.close();
        },
      });
    }),
  );
}
