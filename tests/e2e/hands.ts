/** What a person does with the interface, in a few words each. */
import { expect, test as base, type APIRequestContext, type Locator, type Page } from '@playwright/test';
import { v7 as uuid } from 'uuid';
import type { AlloyId } from '../../core/basics/materials';
import { current, shipped } from '../../core/models/criteria';
import { spacesOf } from '../../core/models/network';
import { bandOf, FINE, horizonOf, planOf, predict, readyBy, runThrough, type Plan } from '../../core/models/purge';
import { startingSetup, totalFlow, type Setup } from '../../core/models/setup';
import type { DeviceRow } from '../../core/work/devices';
import { begun } from '../../core/work/run';
import { ROUND, type Seam } from '../../core/basics/seam';
import type { Joint } from '../../core/work/jobs';
import { findSize, type Size } from '../../core/basics/sizes';
import { versionOf, type SaidOf, type EventType } from '../../core/work/record';
import { BAY2, CONTROL, FIRST, ours } from './ports';

export const json = { 'content-type': 'application/json', origin: FIRST };

/**
 * A test leaves no purge running, one that fails no knob turned either: what the others find is their own. What a page showed as ended may
 * have been on its way when the test was over and the page with it.
 */
export const test = base.extend<{ tidied: undefined }>({
  tidied: [
    async ({ request }, use, info) => {
      const before = await running(request);
      await use(undefined);
      const passed = info.status === info.expectedStatus;
      if (!passed) {
        // Whether the monitor was heard: a test that waits for its readings does not see why none come.
        console.log('bay 2:', await (await request.get(`${BAY2}/state`)).text());
        await request.post(`${CONTROL}/mend`);
      }
      const tidy = async () => {
        const left = (await running(request)).filter((id) => !before.includes(id));
        if (left.length > 0) await session(request);
        for (const id of left) await tell(request, id, 'run.ended', { how: 'abandoned', countOut: null });
      };
      // A test that passed is not failed by its own sweeping: its purge may have ended meanwhile.
      if (passed) return void (await tidy().catch(() => undefined));
      await tidy();
      await bay2(request, { state: 'open', speed: 1, lag: 4, fault: 'none', fresh: true });
    },
    { auto: true },
  ],
});

async function running(request: APIRequestContext): Promise<string[]> {
  const { runs } = (await (await request.get('/api/board')).json()) as { runs: { id: string }[] };
  return runs.map((r) => r.id);
}

/** Picks who the browser is. */
export async function be(page: Page, name: RegExp): Promise<void> {
  await awake(page);
  // On the page of a weld the places are folded into a corner.
  const corner = page.getByLabel('Places, who I am, day or dark bay');
  if (await corner.isVisible()) await corner.click();
  const pick = page.getByLabel('Who I am', { exact: true });
  const label = await pick.locator('option').filter({ hasText: name }).first().textContent();
  await Promise.all([page.waitForEvent('load'), pick.selectOption({ label: label ?? '' })]);
  await expect(pick.locator('option:checked')).toHaveText(name);
  await awake(page);
}

/** Lets time pass for every process, device and browser at once. */
export async function pass(request: APIRequestContext, seconds: number): Promise<void> {
  const { now } = (await (await request.get('/api/health')).json()) as { now: number };
  const answer = await request.post('/api/test/clock', {
    headers: json,
    data: { offsetMs: Math.round(now - Date.now() + seconds * 1000) },
  });
  expect(answer.status()).toBe(200);
  // Every open page hears of it a tenth of a second later, by the ping of the live stream.
  await new Promise((r) => setTimeout(r, 400));
}

/** Turns a knob of the simulated monitor in bay 2. */
export async function bay2(request: APIRequestContext, settings: Record<string, unknown>): Promise<void> {
  expect((await request.post(`${BAY2}/set`, { data: settings })).status()).toBe(200);
}

export const field = (page: Page, label: string): Locator => page.getByLabel(label, { exact: true });
export const press = (page: Page, name: string): Promise<void> => page.getByRole('button', { name, exact: true }).click();

/** Holds a button as a person does: until it has answered, and again where it moved from under the finger. */
export async function hold(page: Page, name: string): Promise<void> {
  const button = page.getByRole('button', { name, exact: true });
  const held = page.locator('button.held');
  await expect(async () => {
    await expect(button).toBeEnabled({ timeout: 2000 });
    await button.scrollIntoViewIfNeeded({ timeout: 2000 });
    await button.hover({ timeout: 2000 });
    await page.mouse.down();
    try {
      await expect(held).toHaveText(name, { timeout: 1000 });
    } catch (moved) {
      await page.mouse.up();
      throw moved;
    }
  }).toPass();
  await expect(held).toHaveCount(0);
  await page.mouse.up();
}

/** The stage that is due, as the page shows it. */
export const due = (page: Page, stage: string): Locator => page.locator(`[data-stage="${stage}"][data-due="true"]`);

/** The page of a weld by its number, found as a reader finds it; the newest where there are several. */
export async function weldPath(page: Page, number: string): Promise<string> {
  const answer = await page.request.get(`/api/find?q=${encodeURIComponent(number)}`);
  const { found } = (await answer.json()) as { found: { kind: string; label: string; href: string }[] };
  return found.find((f) => f.kind === 'weld' && f.label === number)?.href ?? '';
}

/** Waits until the page answers to presses and its keys are heard: what is pressed before that is lost. */
export async function awake(page: Page): Promise<void> {
  await expect(page.locator('astro-island[ssr]')).toHaveCount(0);
  await expect(page.locator('astro-island > fieldset[disabled]')).toHaveCount(0);
}

/** Collects what no page may do: console errors, refused scripts, requests to elsewhere. */
export function watch(page: Page): string[] {
  const wrongs: string[] = [];
  page.on('pageerror', (e) => wrongs.push(`error: ${e.message}`));
  page.on(
    'console',
    (m) => m.type() === 'error' && !/Failed to load resource|ERR_|EventSource/.test(m.text()) && wrongs.push(`console: ${m.text()}`),
  );
  page.on('request', (r) => !ours(r.url()) && !/^(data|blob):/.test(r.url()) && wrongs.push(`request: ${r.url()}`));
  return wrongs;
}

/** Enters one's own work and gives the id of its first weld. */
export async function enterWork(
  page: Page,
  over: { job?: string; spool?: string; count?: string; criterion?: string; alloy?: string } = {},
): Promise<string> {
  await page.goto('/work/new');
  await awake(page);
  await field(page, 'Job').fill(over.job ?? 'Own job');
  await field(page, 'Line').fill('Own line');
  await field(page, 'Spool').fill(over.spool ?? 'OWN-1');
  await field(page, 'Size series').selectOption('inch-tube');
  await field(page, 'Size').fill('2');
  for (const end of ['A', 'B']) await field(page, `Alloy, end ${end}`).selectOption(over.alloy ?? '316L');
  await field(page, 'Joint').selectOption('square-butt');
  await field(page, 'Criterion').selectOption(over.criterion ?? 'House-MP');
  await field(page, 'First weld number').fill('Q-7');
  await field(page, 'Welds alike').fill(over.count ?? '1');
  await press(page, 'Enter the welds');
  await page.getByRole('link', { name: 'Open the first' }).click();
  await expect(due(page, 'fitup')).toBeVisible();
  await awake(page);
  return page.url().split('/').at(-1) ?? '';
}

export async function fitUp(page: Page): Promise<void> {
  await field(page, 'Narrowest gap').fill('0.05 mm');
  await field(page, 'Narrowest at').selectOption('12');
  await field(page, 'Widest gap').fill('0.1 mm');
  await field(page, 'Widest at').selectOption('6');
  await field(page, 'High-low').fill('0.1 mm');
  await field(page, 'Heat, end A').selectOption({ label: 'DEMO-H1041' });
  await field(page, 'Heat, end B').selectOption({ label: 'DEMO-H1042' });
  await field(page, 'WPS').selectOption({ label: 'DEMO-WPS-T1 rev 3' });
  await press(page, 'Record the fit-up');
  await expect(due(page, 'gas')).toBeVisible();
}

export async function checkGas(page: Page, monitor = 'Monitor bay 2'): Promise<void> {
  await field(page, 'Purge gas').selectOption({ index: 1 });
  await field(page, 'Torch gas').selectOption({ index: 1 });
  await field(page, 'Oxygen monitor').selectOption({ label: monitor });
  if (monitor.startsWith('Monitor')) {
    await field(page, 'Reads in air').fill('20.8 %');
    await field(page, 'Reads in bottle gas').fill('4 ppm');
  }
  await press(page, 'Record the gas');
  await expect(due(page, 'setup')).toBeVisible();
}

export async function setUp(page: Page): Promise<void> {
  await press(page, 'Record the set-up');
  await expect(due(page, 'purge')).toBeVisible();
}

/** Becomes a person without the page; somebody who was cleared away with the demo is entered anew. */
export async function session(request: APIRequestContext, name = 'Bram Tarn'): Promise<string> {
  const people = (await (await request.get('/api/people')).json()) as { id: string; name: string }[];
  const entered = async () => {
    const data = { name, stamp: 'N1', role: 'Welder', units: 'metric' };
    return ((await (await request.post('/api/people', { headers: json, data })).json()) as { id: string }).id;
  };
  const id = people.find((p) => p.name === name)?.id ?? (await entered());
  expect((await request.post('/api/session', { headers: json, data: { person: id } })).status()).toBe(200);
  return id;
}

/** Records one event without the page. */
export async function tell<T extends EventType>(
  request: APIRequestContext,
  stream: string,
  type: T,
  body: SaidOf<T>,
  seen: number | null = null,
): Promise<void> {
  const { now } = (await (await request.get('/api/health')).json()) as { now: number };
  const event = {
    id: uuid(),
    stream,
    type,
    version: versionOf(type),
    happenedAt: new Date(now).toISOString(),
    offsetMs: 0,
    seen,
    body,
  };
  const answer = await request.post('/api/events', { headers: json, data: { events: [event] } });
  const { answers } = (await answer.json()) as { answers: { status: number; error?: string }[] };
  expect(answers[0]?.status, answers[0]?.error).toBe(201);
}

export type Work = {
  job?: string;
  spool?: string;
  count?: number;
  criterion?: string;
  version?: number;
  monitor?: 'Monitor bay 2';
  alloy?: AlloyId;
  joint?: Joint;
  seam?: Seam;
  name?: string;
  size?: Size;
  /** false: its torch is not set yet */
  torch?: boolean;
};

/** Enters work that has come to its purge, and opens its first weld there unless told not to. Gives the ids of its welds. */
export async function atPurge(page: Page, over: Work = {}, open = true): Promise<string[]> {
  const { request } = page;
  const welder = await session(request, over.name);
  const count = over.count ?? 1;
  const size = over.size ?? findSize('inch-tube', '2');
  if (!size) throw new Error('no size');
  const work = {
    job: over.job ?? 'Own job',
    service: 'Food and drink',
    line: 'Own line',
    spool: over.spool ?? 'OWN-1',
    firstNumber: 'Q-7',
    count,
    design: {
      size,
      alloyA: over.alloy ?? '316L',
      alloyB: over.alloy ?? '316L',
      joint: over.joint ?? 'square-butt',
      seam: over.seam ?? ROUND,
      criterion: { id: over.criterion ?? 'House-MP', version: over.version ?? 1 },
      looking: over.seam?.kind === 'straight' ? 'the edge at A' : 'from A to B',
      insideReachable: true,
    },
  };
  const ids = Array.from({ length: count }, () => ({ event: uuid(), weld: uuid() }));
  expect((await request.post('/api/work', { headers: json, data: { work, ids } })).status()).toBe(201);
  const devices = (await (await request.get(`${CONTROL}/devices`)).json()) as { id: string; name: string }[];
  const monitor = over.monitor ? devices.find((d) => d.name === over.monitor) : undefined;
  const named = (label: string) => ({ id: uuid(), label });
  const lot = { ...named('DEMO-AR-1'), gas: 'argon' as const, lot: '1', supplyPpm: 3 };
  for (const { weld } of ids) {
    await tell(request, weld, 'fitup.recorded', {
      gapNarrow: { value: 5e-5, at: 12 },
      gapWide: { value: 1e-4, at: 6 },
      highLow: 1e-4,
      heatA: named('DEMO-H1041'),
      heatB: named('DEMO-H1042'),
      filler: null,
      wps: { ...named('DEMO-WPS-T1'), revision: '3' },
      welder,
      figures: [],
      advice: [],
      ovality: null,
      flux: null,
    });
    await tell(request, weld, 'gas.recorded', {
      purge: lot,
      torch: lot,
      monitor: monitor ? { id: monitor.id, label: monitor.name } : null,
      air: monitor ? 208_000 : null,
      bottle: monitor ? 4 : null,
      cylinder: null,
      meter: null,
      price: null,
      typed: { air: null, bottle: null },
    });
    if (over.torch !== false)
      await tell(request, weld, 'setup.recorded', {
        cup: 12,
        lens: true,
        screen: false,
        electrode: 2.4e-3,
        stickOut: 0.0127,
        flow: 2e-4,
        amps: 60,
        postFlow: 8,
        travel: null,
        tilt: 0,
        trailing: null,
        aim: null,
        ...{ tungsten: null, grind: null, pulse: null, sheet: null, reason: '' },
        figures: [],
      });
  }
  if (open) {
    await page.goto(`/welds/${ids[0]?.weld}`);
    await expect(due(page, over.torch === false ? 'setup' : 'purge')).toBeVisible();
    await awake(page);
  }
  return ids.map((i) => i.weld);
}

/** Welds a weld in a purge without gas, by events: for tests of what comes after, where the purge must say nothing. */
export async function weldedWithoutPurge(page: Page, weld: string): Promise<void> {
  const { request } = page;
  const { events } = (await (await request.get(`/api/welds/${weld}`)).json()) as { events: { body: { spool: string } }[] };
  const run = uuid();
  const size = findSize('inch-tube', '2');
  const rules = shipped[0]?.purge;
  if (!size || !rules) throw new Error('no size or rules');
  await tell(request, run, 'run.started', {
    ...{ spool: events[0]?.body.spool ?? '', welds: [weld], setup: startingSetup(size), rules, planned: null, device: null },
    ...{
      place: 'vent',
      monitorChecked: false,
      countIn: 2,
      backing: 'none',
      band: null,
      listens: [],
      station: '',
      cylinder: null,
      jointLag: 0,
      shorter: null,
    },
  });
  await tell(request, run, 'run.marked', { mark: 'arc-on', weld });
  await tell(request, run, 'run.marked', { mark: 'arc-off', weld });
  await tell(request, run, 'run.ended', { how: 'done', countOut: 2 });
  await page.goto(`/welds/${weld}`);
  await expect(due(page, 'look')).toBeVisible();
  await awake(page);
}

/** One press for each side that was seen. */
export async function allBright(page: Page): Promise<void> {
  await field(page, 'Inside seen').selectOption('borescope');
  await press(page, 'Inside bright, by borescope');
  await press(page, 'Outside bright');
}

/** Counts what goes in, as drawn, and starts the purge. */
export async function startPurge(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Counted: \d+, as drawn$/ }).click();
  await press(page, 'Start the purge');
}

const plans = new Map<string, Plan>();
/** The plan of a set-up with its band, as the page would compute it; worked out once. */
function planned(setup: Setup, limit: number): Plan {
  const key = JSON.stringify([setup, limit]);
  const known = plans.get(key);
  if (known) return known;
  const spaces = spacesOf(setup);
  const p = predict(setup, spaces, limit, FINE);
  const horizon = horizonOf(p.times.joint, p.times.vent, p.mesh.total / totalFlow(setup));
  const { plan } = planOf(setup, spaces, p, runThrough(bandOf(setup, spaces, limit, horizon)), limit, 'metric', {
    by: 'monitor',
    hold: 60,
  });
  plans.set(key, plan);
  return plan;
}

/** The same with a purge that runs, begun as the page begins it: for tests of what comes after. How it is begun by hand, others test. */
export async function purging(page: Page, over: Work = {}): Promise<{ welds: string[]; run: string }> {
  const { request } = page;
  const welds = await atPurge(page, over, false);
  const [weld = ''] = welds;
  const { events } = (await (await request.get(`/api/welds/${weld}`)).json()) as { events: { body: { spool: string } }[] };
  const { devices } = (await (await request.get('/api/devices')).json()) as { devices: DeviceRow[] };
  const criterion = current.find((c) => c.id === (over.criterion ?? 'House-MP'));
  const size = findSize('inch-tube', '2');
  if (!criterion || !size) throw new Error('no criterion or size');
  const setup = startingSetup(size);
  const plan = planned(setup, criterion.purge.startPpm);
  const device = devices.find((d) => d.name === over.monitor) ?? null;
  const run = uuid();
  await tell(request, weld, 'purge.planned', { setup, plan });
  await tell(
    request,
    run,
    'run.started',
    begun({
      ...{ spool: events[0]?.body.spool ?? '', welds: [weld], setup, plan, criterion, device, place: 'vent', checked: device !== null },
      ...{ waits: readyBy(criterion.purge, device !== null), listens: [], cylinder: null, countIn: 2, because: '' },
    }),
  );
  await page.goto(`/welds/${weld}`);
  await expect(page.locator(`[data-run="${run}"]`)).toBeVisible();
  await awake(page);
  return { welds, run };
}
