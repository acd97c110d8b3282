/** A stand-in's own page and knobs, on a port of its own outside the protocol: Sentrel never calls it. */
import { createServer } from 'node:http';

type Control = {
  page: string;
  state: () => object;
  /** @throws when it cannot be set so */
  set: (change: Record<string, unknown>) => void;
  /** what to stop when it ends */
  end?: () => void;
};

export function control({ page, state, set, end }: Control): void {
  const port = Number(process.env['CONTROL_PORT']);
  const server = createServer((req, res) => {
    const answer = (code: number, type: string, body: string) => void res.writeHead(code, { 'content-type': type }).end(body);
    if (req.headers.host !== `127.0.0.1:${port}` && req.headers.host !== `localhost:${port}`) return answer(421, 'text/plain', 'no');
    if (req.method === 'GET' && req.url === '/') return answer(200, 'text/html; charset=utf-8', page);
    if (req.method === 'GET' && req.url === '/state') return answer(200, 'application/json', JSON.stringify(state()));
    if (req.method !== 'POST' || req.url !== '/set' || req.headers['content-type'] !== 'application/json')
      return answer(404, 'text/plain', 'no such page');
    let text = '';
    req.on('data', (d: Buffer) => (text += d.toString()));
    req.on('end', () => {
      try {
        set(JSON.parse(text) as Record<string, unknown>);
        answer(200, 'application/json', JSON.stringify(state()));
      } catch (error) {
        answer(400, 'text/plain', (error as Error).message);
      }
    });
    return undefined;
  });
  server.listen(port, '127.0.0.1', () => process.send?.('ready'));
  const stop = () => {
    end?.();
    server.close();
    process.exit(0);
  };
  process.on('SIGTERM', stop);
  process.on('disconnect', stop); // whoever started us is gone
  process.on('SIGINT', () => undefined); // the starter decides
}

/** The frame of a stand-in's page; buttons carry what they set in data-set, inputs their knob in data-knob and its scale to SI. */
export const pageOf = (
  title: string,
  what: string,
  body: string,
  extra = '',
): string => `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${title}, simulated</title>
<style>body{font:16px/1.5 system-ui,sans-serif;max-width:34rem;margin:2rem auto;padding:0 1rem;color:#222;background:#f2f2f2}
h1{font-size:1.2rem}output{display:block;font:600 3.5rem/1.1 ui-monospace,monospace;margin:.5rem 0}
button{font:inherit;padding:.6rem .9rem;margin:.2rem;border:1px solid #555;background:#fff;min-height:48px}button[aria-pressed=true]{background:#222;color:#fff}
button.large{width:100%;min-height:12rem;font-size:2rem}fieldset{border:1px solid #999;margin:1rem 0}label{display:block}input{font:inherit;width:7rem}</style>
<h1>${title}: ${what}</h1>
<output id="shown">-</output><p id="status"></p>
${body}
<script>
const set=(b)=>fetch('/set',{method:'POST',headers:{'content-type':'application/json'},body:JSON.stringify(b)}).then(show);
for(const b of document.querySelectorAll('[data-set]'))b.onclick=()=>set(JSON.parse(b.dataset.set));
for(const i of document.querySelectorAll('[data-knob]'))i.onchange=()=>set({[i.dataset.knob]:Number(i.value)*Number(i.dataset.scale)});
async function show(){const s=await (await fetch('/state')).json();document.getElementById('shown').textContent=s.shown;document.getElementById('status').textContent=s.status+(s.queued?', '+s.queued+' to send':'');
for(const b of document.querySelectorAll('[data-set]')){const w=JSON.parse(b.dataset.set);b.setAttribute('aria-pressed',String(!w.fresh&&Object.keys(w).every(k=>s.settings[k]===w[k])))}
for(const i of document.querySelectorAll('[data-knob]'))if(document.activeElement!==i)i.value=+(s.settings[i.dataset.knob]/Number(i.dataset.scale)).toFixed(3)}
${extra}
setInterval(show,1000);show();
</script></html>`;
