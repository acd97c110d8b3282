/** What a start, a second start or a test run must never do to the data, to what runs, and to other people's programs. */
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { connect } from '../../db/sql';
import { migrate } from '../../db/migrate';
import { hasCluster, startCluster } from '../../scripts/lib/cluster';
import { readWhole, writeWhole } from '../../scripts/lib/files';
import { postmasterOf } from '../../scripts/lib/postmaster';
import { z } from 'zod';

const root = resolve(import.meta.dirname, '../..');
let place = '';
beforeAll(() => {
  place = mkdtempSync(join(tmpdir(), 'sentrel-start-'));
  process.env['SENTREL_CLUSTERS'] = place;
});
afterAll(() => {
  delete process.env['SENTREL_CLUSTERS'];
  rmSync(place, { recursive: true, force: true });
});

const ask = async <T extends object>(url: string, text: string): Promise<T[]> => {
  const sql = connect(url, { role: null, max: 1 });
  const rows = await sql.unsafe<T[]>(text);
  await sql.end();
  return [...rows];
};

describe('a cluster that is there', () => {
  it('keeps its data when its password is lost, its pid file is empty or names another program', async () => {
    const first = await startCluster('kept');
    await ask(first.url, 'create table kept (n int); insert into kept values (41)');
    const other = await startCluster('other');
    first.stop();
    const data = join(first.home, 'data');
    const otherPid = postmasterOf(join(other.home, 'data')) ?? 0;
    for (const [secret, pidFile] of [
      ['', ''],
      ['{"password":"x', '17'],
      [null, `${otherPid}\n${data}\n`],
      [null, `${process.pid}\n`],
    ] as const) {
      if (secret === null) rmSync(join(first.home, 'secret.json'));
      else writeFileSync(join(first.home, 'secret.json'), secret);
      writeFileSync(join(data, 'postmaster.pid'), pidFile);
      const again = await startCluster('kept');
      expect(await ask(again.url, 'select n from kept')).toEqual([{ n: 41 }]);
      again.stop();
    }
    // The pid file named it, and it was not stopped for that.
    expect(postmasterOf(join(other.home, 'data'))).toBe(otherPid);
    expect(await ask(other.url, 'select 1 as n')).toEqual([{ n: 1 }]);
    other.stop();
  });

  it('is found and stopped by the next start when its own was killed, even without a pid file', async () => {
    const first = await startCluster('orphan');
    const before = postmasterOf(join(first.home, 'data'));
    const again = await startCluster('orphan');
    expect(postmasterOf(join(again.home, 'data'))).not.toBe(before);
    expect(await ask(again.url, 'select 1 as n')).toEqual([{ n: 1 }]);
    again.stop();
    expect(postmasterOf(join(again.home, 'data'))).toBeNull();
  });

  it('is not touched when its folder holds something else', async () => {
    const data = join(
      place,
      readdirSync(place)
        .find((d) => d.endsWith('kept'))
        ?.replace('kept', 'foreign') ?? '',
      'data',
    );
    mkdirSync(data, { recursive: true });
    writeFileSync(join(data, 'letters.txt'), 'mine');
    await expect(startCluster('foreign')).rejects.toThrow('is no PostgreSQL cluster');
    expect(readFileSync(join(data, 'letters.txt'), 'utf8')).toBe('mine');
  });

  it('is thrown away by --fresh only after a yes, and a copy is written first', async () => {
    const first = await startCluster('start');
    const sql = connect(first.url, { role: null, max: 1 });
    await migrate(sql);
    await sql`insert into person (id, name, stamp, role) values (gen_random_uuid(), 'Somebody Kept', 'K1', 'Welder')`;
    await sql.end();
    first.stop();
    const node = (...args: string[]) =>
      spawnSync(process.execPath, ['--import', 'tsx', ...args], { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], encoding: 'utf8' });
    const refused = node('scripts/up.ts', '--fresh');
    expect(refused.status).toBe(2);
    expect(refused.stdout).toMatch(/throws away 0 events of 0 welds.*\n.*--fresh --yes.*Nothing was changed/);
    const still = await startCluster('start');
    expect(await ask(still.url, 'select name from person')).toEqual([{ name: 'Somebody Kept' }]);
    still.stop();
    const done = node('tests/faults/fresh.ts', '--yes');
    expect(done.status).toBe(0);
    expect(hasCluster('start')).toBe(false);
    const [dump] = readdirSync(join(place, 'dumps'));
    expect(readFileSync(join(place, 'dumps', dump ?? ''), 'utf8')).toContain('Somebody Kept');
  });
});

describe('small files', () => {
  const schema = z.object({ n: z.number() });
  it('are whole or not there', () => {
    const file = join(place, 'small.json');
    expect(readWhole(file, schema)).toBeNull();
    for (const text of ['', '{"n":', '[]', '{"n":"x"}']) {
      writeFileSync(file, text);
      expect(readWhole(file, schema)).toBeNull();
    }
    writeWhole(file, '{"n":4}');
    expect(readWhole(file, schema)).toEqual({ n: 4 });
    expect(readdirSync(place).filter((f) => f.endsWith('.new'))).toEqual([]);
  });
});

/** A checkout with nothing but the shell's part of a start, and an npx that only makes what a build would leave. */
function smallCheckout(): { dir: string; sh: (text: string) => string; shLong: (text: string) => ReturnType<typeof spawn> } {
  const dir = mkdtempSync(join(place, 'checkout-'));
  for (const d of ['scripts/lib', 'core', 'bin', 'node_modules']) mkdirSync(join(dir, d), { recursive: true });
  copyFileSync(join(root, 'scripts/lib/setup.sh'), join(dir, 'scripts/lib/setup.sh'));
  writeFileSync(join(dir, 'package-lock.json'), '{}');
  writeFileSync(
    join(dir, 'bin/npx'),
    '#!/bin/sh\n[ "$2" = astro ] || exit 0\nmkdir -p "$5/server" && cat core/a.ts > "$5/server/entry.mjs"\n',
    { mode: 0o755 },
  );
  writeFileSync(join(dir, 'core/a.ts'), 'one');
  const env = { ...process.env, PATH: `${join(dir, 'bin')}:${process.env['PATH']}`, SENTREL_CLUSTERS: join(dir, 'clusters') };
  const script = (text: string) => `set -e; . scripts/lib/setup.sh; ${text}`;
  return {
    dir,
    sh: (text) => {
      const r = spawnSync('bash', ['-c', script(text)], { cwd: dir, env, encoding: 'utf8' });
      return `${r.stdout}${r.stderr}exit ${r.status}`;
    },
    shLong: (text) => spawn('bash', ['-c', script(text)], { cwd: dir, env, stdio: ['pipe', 'pipe', 'inherit'] }),
  };
}
const line = (child: ReturnType<typeof spawn>, like = /./) =>
  new Promise<string>((r) =>
    child.stdout?.on('data', (d: Buffer) => {
      const found = d
        .toString()
        .trim()
        .split('\n')
        .find((l) => like.test(l));
      if (found) r(found);
    }),
  );
const gone = (child: ReturnType<typeof spawn>) => new Promise((r) => child.once('exit', r));

describe('a second start', () => {
  it('is refused while the first lives, and names no number that is not the first', async () => {
    const { dir, sh, shLong } = smallCheckout();
    const lock = join(dir, 'clusters/start.lock');
    // What a start that died, or another program, may have left behind does not matter.
    mkdirSync(join(dir, 'clusters'), { recursive: true });
    for (const left of ['', '0', `${process.pid}`, '4194303 12', 'x'])
      expect((writeFileSync(lock, left), sh('take_lock; echo taken'))).toBe('taken\nexit 0');
    const first = shLong('take_lock; echo taken; read -r _');
    expect(await line(first)).toContain('taken');
    expect(sh('take_lock; echo taken')).toMatch(new RegExp(`already running \\(process ${first.pid}\\).*kill ${first.pid}\nexit 1`));
    for (const spoilt of ['', '0 1', `${process.pid} 1`]) {
      writeFileSync(lock, spoilt);
      expect(sh('take_lock; echo taken')).toBe(
        'sentrel: already running from this checkout. Stop it with Ctrl-C where it was started.\nexit 1',
      );
    }
    first.kill('SIGKILL');
    await gone(first);
    expect(sh('take_lock; echo taken')).toBe('taken\nexit 0');
  });

  it('builds aside: what runs keeps the build it began with, half a build is never found', async () => {
    const { dir, sh, shLong } = smallCheckout();
    const build = (text: string) => (
      writeFileSync(join(dir, 'core/a.ts'), text),
      sh('ensure_build; echo "$SENTREL_BUILD"').trim().split('\n').at(-2) ?? ''
    );
    const running = shLong('ensure_build; echo "$SENTREL_BUILD"; read -r _');
    const first = await line(running, /\/dist\//);
    const others = ['two', 'three', 'four', 'five', 'six'].map(build);
    expect(readFileSync(join(first, 'server/entry.mjs'), 'utf8')).toBe('one');
    expect(new Set([first, ...others]).size).toBe(6);
    expect(readFileSync(join(dir, 'dist/current/server/entry.mjs'), 'utf8')).toBe('six');
    expect(existsSync(others[0] ?? '')).toBe(false);
    writeFileSync(join(dir, 'bin/npx'), '#!/bin/sh\n[ "$2" = astro ] || exit 0\nmkdir -p "$5/server"; exit 1\n', { mode: 0o755 });
    expect((writeFileSync(join(dir, 'core/a.ts'), 'seven'), sh('ensure_build'))).toContain('the build failed');
    expect(readFileSync(join(dir, 'dist/current/server/entry.mjs'), 'utf8')).toBe('six');
    running.kill('SIGKILL');
    await gone(running);
  });

  it('does not take the packages away from under what runs', async () => {
    const { dir, sh, shLong } = smallCheckout();
    const hash = execFileSync('sha256sum', ['package-lock.json'], { cwd: dir, encoding: 'utf8' }).slice(0, 64);
    writeFileSync(join(dir, 'node_modules/.sentrel-lock'), hash);
    const running = shLong('ensure_modules; echo in; read -r _');
    await line(running);
    writeFileSync(join(dir, 'package-lock.json'), '{"changed":true}');
    expect(sh('ensure_modules')).toMatch(/Stop it first.*\nexit 1/);
    running.kill('SIGKILL');
    await gone(running);
  });
});
