/** A picture made small in the browser and sent: a section of a strip needs no more than is seen of it. */
import type { Refusal } from '../post';

/** Longest edge, pixels. */
const EDGE = 1400;

export async function sendSmall(to: string, file: File): Promise<Refusal | null> {
  const bytes = await small(file);
  if (!bytes) return { error: 'This file is no picture that can be read here.', reasons: [], status: 422 };
  try {
    const answer = await fetch(to, { method: 'PUT', headers: { 'content-type': 'application/octet-stream' }, body: bytes });
    if (answer.ok) return null;
    const { error = 'The picture was not taken.' } = (await answer.json().catch(() => ({}))) as { error?: string };
    return { error, reasons: [], status: answer.status };
  } catch {
    return { error: 'Sentrel cannot be reached: the picture was not sent. Try again.', reasons: [], status: 0 };
  }
}

async function small(file: File): Promise<Blob | null> {
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) return null;
  const scale = Math.min(1, EDGE / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  return new Promise((r) => canvas.toBlob(r, 'image/jpeg', 0.9));
}
