/** A made-up phone: white balance not quite right, grain, tone curve, sharpening, eight bits. Linear sRGB in, sRGB out. */
import { encode } from '../tint';
import type { Draws } from './noise';

export interface Camera {
  /** Gain a channel. */
  gains: [number, number, number];
  /** Contrast of the tone curve: 0 none. */
  contrast: number;
  /** Saturation: 1 none. */
  saturation: number;
  /** Grain, share of the signal's root, and in the dark. */
  grain: number;
  dark: number;
  /** Unsharp mask over the next pixels. */
  sharpen: number;
}

export const drawCamera = (draw: Draws, exposure: number, balance: readonly [number, number, number]): Camera => ({
  gains: [exposure * balance[0] * draw.between(0.9, 1.12), exposure, exposure * balance[2] * draw.between(0.86, 1.14)],
  contrast: draw.between(0, 0.5),
  saturation: draw.between(1, 1.15),
  grain: draw.between(0.004, 0.018),
  dark: draw.between(0.0005, 0.003),
  sharpen: draw.between(0, 0.5),
});

export function shoot(light: Float32Array, width: number, height: number, camera: Camera, draw: Draws): Uint8ClampedArray {
  const signal = new Float32Array(light.length);
  const [r, g, b] = camera.gains;
  const grainy = (i: number, gain: number): number => {
    const v = Math.max(0, (light[i] as number) * gain);
    return v + (camera.grain * Math.sqrt(v) + camera.dark) * draw.normal();
  };
  // An S about the middle, same ends.
  const toned = (v: number): number => {
    const s = encode(v);
    return s + camera.contrast * s * (1 - s) * (s - 0.5) * 1.6;
  };
  for (let i = 0; i < light.length; i += 3) {
    const [x, y, z] = [grainy(i, r), grainy(i + 1, g), grainy(i + 2, b)];
    const grey = 0.2126 * x + 0.7152 * y + 0.0722 * z;
    signal[i] = toned(grey + (x - grey) * camera.saturation);
    signal[i + 1] = toned(grey + (y - grey) * camera.saturation);
    signal[i + 2] = toned(grey + (z - grey) * camera.saturation);
  }
  const out = new Uint8ClampedArray(light.length);
  const row = 3 * width;
  for (let i = 0; i < light.length; i++) {
    const [x, y] = [Math.floor((i % row) / 3), Math.floor(i / row)];
    let v = signal[i] as number;
    if (camera.sharpen > 0 && x > 0 && y > 0 && x < width - 1 && y < height - 1) {
      const around =
        ((signal[i - 3] as number) + (signal[i + 3] as number) + (signal[i - row] as number) + (signal[i + row] as number)) / 4;
      v += camera.sharpen * (v - around);
    }
    out[i] = 255 * v;
  }
  return out;
}
