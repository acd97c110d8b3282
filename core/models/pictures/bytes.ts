/** Reading and writing the bytes a picture file is made of: names of four letters, numbers either way round. */
export const ascii = (b: Uint8Array, from: number, to: number): string => String.fromCharCode(...b.subarray(from, to));
export const be16 = (b: Uint8Array, i: number): number => ((b[i] ?? 0) << 8) | (b[i + 1] ?? 0);
export const be32 = (b: Uint8Array, i: number): number => be16(b, i) * 65_536 + be16(b, i + 2);
export const le32 = (b: Uint8Array, i: number): number =>
  (b[i] ?? 0) + (b[i + 1] ?? 0) * 2 ** 8 + (b[i + 2] ?? 0) * 2 ** 16 + (b[i + 3] ?? 0) * 2 ** 24;

export const bytesOf = (text: string): Uint8Array => Uint8Array.from(text, (c) => c.charCodeAt(0));
export const big16 = (n: number): Uint8Array => Uint8Array.of(n >> 8, n & 255);
export const big32 = (n: number): Uint8Array => Uint8Array.of((n >>> 24) & 255, (n >>> 16) & 255, (n >>> 8) & 255, n & 255);
export const little32 = (n: number): Uint8Array => big32(n).reverse();

export function joined(parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const p of parts) {
    all.set(p, at);
    at += p.length;
  }
  return all;
}
