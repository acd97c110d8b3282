/** Remaining time that learns: its forty runs beside one run of the network; a step and an answer in a browser slowed four times. */
import { chromium } from '@playwright/test';
import { build, type Rollup } from 'vite';
import { predict, runThrough } from '../../core/models/purge';
import { spacesOf } from '../../core/models/network';
import { shapesOf } from '../../core/models/remaining';
import { setupAsked } from '../../core/work/ask';
import { row, time } from './table';

export async function remaining(): Promise<void> {
  const setup = setupAsked({ list: '2 in tube: 400, weld, 400', series: 'inch-tube', flow: 8 / 60_000, limit: 50 });
  const spaces = spacesOf(setup);
  const one = await time('one run of the network, 120 cells', 1, () => predict(setup, spaces, 50, { cells: 120, tolerance: 0.05 }));
  const began = performance.now();
  const shapes = runThrough(shapesOf(setup, spaces));
  row('remaining time: its forty runs', performance.now() - began, 'ms');
  row('the forty over one', (performance.now() - began) / one, 'ratio');
  const { step, answer } = await slowed(shapes);
  row('a step of 800 purges, CPU slowed four times', step, 'ms; budget 5');
  row('an answer, CPU slowed four times', answer, 'ms; budget 15');
}

/** A purge of two minutes gone through in a page as the workers of the application are built, on a CPU slowed four times. */
async function slowed(shapes: unknown): Promise<{ step: number; answer: number }> {
  const built = (await build({
    configFile: false,
    logLevel: 'error',
    build: { write: false, lib: { entry: 'scripts/bench/remainingInPage.ts', formats: ['iife'], name: 'clock' } },
  })) as Rollup.RollupOutput[];
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--headless', '--no-sandbox', '--disable-gpu'] });
  try {
    const page = await browser.newPage();
    await page.addScriptTag({ content: (built[0] as Rollup.RollupOutput).output[0].code });
    await (await page.context().newCDPSession(page)).send('Emulation.setCPUThrottlingRate', { rate: 4 });
    const plain = JSON.parse(JSON.stringify(shapes, (_, v: unknown) => (v instanceof Float64Array ? { floats: [...v] } : v))) as object;
    return await page.evaluate(
      (s) => (globalThis as never as { clock: { purge: (s: object) => { step: number; answer: number } } }).clock.purge(s),
      plain,
    );
  } finally {
    await browser.close();
  }
}
