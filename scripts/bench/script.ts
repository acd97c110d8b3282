/** How much script a screen waits for: what its page names and what that imports, as it goes over the wire. */
import { row } from './table';

const SCRIPT = /\/_astro\/[\w.-]+\.js/g;
const IMPORT = /(?:from|import)\s*["']\.\/([\w.-]+\.js)["']/g;

/** Bytes of one file, pressed as a browser gets it, and its text. */
async function fetched(url: string): Promise<{ bytes: number; text: string }> {
  const pressed = await fetch(url, { method: 'HEAD', headers: { 'accept-encoding': 'br' } });
  return { bytes: Number(pressed.headers.get('content-length')), text: await (await fetch(url)).text() };
}

/** @param path of the page @returns kB of 1000 bytes; what is imported only when first needed is not counted */
export async function scriptOf(url: string, path: string, cookie: string): Promise<number> {
  const page = await (await fetch(url + path, { headers: { cookie } })).text();
  const known = new Set<string>();
  const waiting = [...new Set(page.match(SCRIPT) ?? [])];
  let bytes = 0;
  for (let file = waiting.pop(); file; file = waiting.pop()) {
    if (known.has(file)) continue;
    known.add(file);
    const script = await fetched(url + file);
    bytes += script.bytes;
    for (const [, name] of script.text.matchAll(IMPORT)) waiting.push(`/_astro/${name}`);
  }
  return bytes / 1000;
}

export async function scripts(url: string, weld: string, cookie: string): Promise<void> {
  row('script for the Board, pressed', await scriptOf(url, '/', cookie), 'kB; budget 180');
  row('script for a weld, pressed', await scriptOf(url, `/welds/${weld}`, cookie), 'kB; budget 180');
}
