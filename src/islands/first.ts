/** Before the browser takes a page over: the stage of a weld that the page came with, and its run, so that it is taken over whole. */
import type { Stage } from '../../core/work/stages';

// The first island of a page may be met before the rest of it is read.
if (document.readyState === 'loading') await new Promise((read) => document.addEventListener('DOMContentLoaded', read, { once: true }));
const at = document.querySelector<HTMLElement>('[data-weld-page]')?.dataset;
if (at) {
  const { fetchStage } = await import('./weld/stages');
  await Promise.all([fetchStage(at['open'] as Stage), ...(at['running'] ? [fetchStage('run')] : [])]);
}
