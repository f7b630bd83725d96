import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  chmodSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import pg from 'pg';
import { DEMO_JOB } from '../tools/lib/demo';
import { ROOT } from '../tools/lib/paths';
import { homeOf, leftBehind } from '../tools/lib/postgres/home';
import { runningServer } from '../tools/lib/postgres/postmaster';
import { passingCluster } from '../tools/lib/postgres/cluster';

/** `npm start` as whoever has the machine meets it: cut off, started twice, told the wrong things, and hit from below. */

/** How often what is random is done: a few here, all of it in the soak. */
const SOAK = process.env.SOAK !== undefined;

interface Start {
  readonly process: ChildProcess;
  said(): string;
  /** The address that it prints once it serves. */
  readonly url: Promise<string>;
  readonly ended: Promise<number | null>;
}

/** All processes that come of a start carry its mark, whoever they belong to by now. */
const MARK = `ALVEUS_MARK=${randomUUID()}`;
const data = path.join(process.getuid?.() === 0 ? '/var/tmp' : tmpdir(), `alveus-starts-${randomUUID().slice(0, 8)}`);
test.afterAll(() => rmSync(data, { recursive: true, force: true }));

function start(environment: Readonly<Record<string, string>> = {}): Start {
  const [name = '', value = ''] = MARK.split('=');
  const child = spawn(process.execPath, [path.join(ROOT, 'tools', 'with-deps.mjs'), 'tools/start.ts'], {
    cwd: ROOT,
    env: { ...process.env, ALVEUS_DATA: data, PORT: '0', ...environment, [name]: value },
    stdio: ['ignore', 'pipe', 'pipe'],
    // As from a terminal: Ctrl-C goes to all of its group.
    detached: true,
  });
  let said = '';
  child.stderr?.on('data', (chunk: Buffer) => (said += chunk.toString()));
  const ended = new Promise<number | null>((resolve) => child.on('exit', resolve));
  const url = new Promise<string>((resolve, reject) => {
    child.stdout?.on('data', (chunk: Buffer) => resolve(chunk.toString().trim()));
    void ended.then((code) => reject(new Error(`It ended with ${code}: ${said}`)));
  });
  url.catch(() => undefined);
  return { process: child, said: () => said, url, ended };
}

const ctrlC = (started: Start): void => void process.kill(-(started.process.pid ?? 0), 'SIGINT');

/** What came of starts of this test and lives: numbers and command lines. */
function living(): { readonly pid: number; readonly line: string }[] {
  return readdirSync('/proc').flatMap((pid) => {
    try {
      if (!/^\d+$/.test(pid) || !readFileSync(`/proc/${pid}/environ`, 'utf8').includes(MARK)) return [];
      return [{ pid: Number(pid), line: readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ') }];
    } catch {
      return [];
    }
  });
}

const left = (): string[] => living().map(({ line }) => line);

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

const itemsOf = async (url: string, job: string): Promise<number> => {
  const { changes } = (await (await fetch(`${url}/api/jobs/${job}/changes`)).json()) as { changes: unknown[] };
  return changes.length;
};

test.describe.configure({ mode: 'serial' });

test('cut off at any moment it leaves nothing running and nothing half made', async () => {
  const times = SOAK ? 20 : 4;
  test.setTimeout(60_000 + times * 30_000);
  // From an empty folder on, the first of them: each moment has its own thing in the making.
  for (let time = 0; time < times; time += 1) {
    const started = start();
    await wait(200 + Math.random() * (time % 2 === 0 ? 3_000 : 8_000));
    ctrlC(started);
    expect([130, 0]).toContain(await started.ended);
    expect(left()).toEqual([]);
    expect(runningServer(path.join(data, 'data'))).toBeUndefined();
    if (time % 2 === 0) rmSync(data, { recursive: true, force: true });
  }
  const whole = start();
  expect(await itemsOf(await whole.url, DEMO_JOB)).toBeGreaterThan(20);
  ctrlC(whole);
  await whole.ended;
  expect(left()).toEqual([]);
});

test('two at once serve one database; the one that stays has it when the other goes, and the last one ends it', async () => {
  const times = SOAK ? 10 : 1;
  test.setTimeout(60_000 + times * 40_000);
  for (let time = 0; time < times; time += 1) {
    if (time % 3 === 0) rmSync(data, { recursive: true, force: true });
    const [a, b] = [start(), start()];
    const [first, second] = await Promise.all([a.url, b.url]);
    const id = randomUUID();
    const made = await fetch(`${first}/api/jobs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ id, name: 'Yard' }),
    });
    expect(made.status).toBe(201);
    const [goes, stays] = Math.random() < 0.5 ? [a, b] : [b, a];
    ctrlC(goes);
    await goes.ended;
    expect((await fetch(`${stays === a ? first : second}/api/jobs/${id}`)).status).toBe(200);
    ctrlC(stays);
    await stays.ended;
    expect(left()).toEqual([]);
  }
});

test('PostgreSQL that dies is brought back, a server that dies too, and what was kept is there', async () => {
  test.setTimeout(120_000);
  const started = start();
  const url = await started.url;
  const before = await itemsOf(url, DEMO_JOB);
  const healthy = async (): Promise<boolean> =>
    fetch(`${url}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    );
  for (const [times, kill] of (['SIGKILL', 'SIGINT'] as const).entries()) {
    process.kill(runningServer(path.join(data, 'data'))?.pid ?? 0, kill);
    const back = (): number => started.said().split('PostgreSQL is back').length - 1;
    await expect.poll(back, { timeout: 20_000 }).toBe(times + 1);
    await expect.poll(healthy, { timeout: 20_000 }).toBe(true);
  }
  await wait(5_000);
  const servers = living().filter(({ line }) => line.includes('apps/server/src/main.ts'));
  expect(servers).toHaveLength(1);
  for (const { pid } of servers) process.kill(pid, 'SIGKILL');
  await expect.poll(() => started.said(), { timeout: 20_000 }).toContain('The server is back');
  expect(await itemsOf(url, DEMO_JOB)).toBe(before);
  ctrlC(started);
  await started.ended;
  expect(left()).toEqual([]);
});

test('what is wrong is said in one sentence', async () => {
  test.setTimeout(180_000);
  const cluster = await passingCluster();
  const owner = new pg.Client({ connectionString: cluster.ownerUrl });
  await owner.connect();
  try {
    await owner.query(`CREATE ROLE guest LOGIN PASSWORD 'guest'`);
    await owner.query('CREATE DATABASE held');
    const at = (change: (url: URL) => void): string => {
      const url = new URL(cluster.ownerUrl);
      change(url);
      return url.href;
    };
    const wrong: readonly [Record<string, string>, RegExp][] = [
      [{ PORT: 'abc' }, /^PORT=abc is no port: give a number from 1024 to 65535, or leave it out\.$/],
      [{ PORT: '70000' }, /^PORT=70000 is no port/],
      [{ DATABASE_URL: 'the office' }, /^DATABASE_URL is no address of a database\. It reads like postgres:/],
      [
        { DATABASE_URL: 'postgres://me:x@127.0.0.1:9/alveus' },
        /^No PostgreSQL answers at 127\.0\.0\.1:9 \(DATABASE_URL\)\./,
      ],
      [
        { DATABASE_URL: at((url) => (url.password = 'guess')) },
        /^PostgreSQL at \S+ does not let alveus_owner in \(DATABASE_URL\)/,
      ],
      [
        { DATABASE_URL: at((url) => (url.pathname = '/nowhere')) },
        /^There is no database nowhere at \S+ \(DATABASE_URL\)\. Make it: createdb/,
      ],
      [
        {
          DATABASE_URL: at((url) => {
            [url.username, url.password, url.pathname] = ['guest', 'guest', '/held'];
          }),
        },
        /^guest may not do at \S+ what has to be done \(DATABASE_URL\): permission denied for schema public/,
      ],
      [
        { DATABASE_URL: at((url) => (url.pathname = '/held')), COMPANY_ID: randomUUID() },
        /^COMPANY_ID: this database has no company/,
      ],
      [{ DATABASE_URL: at((url) => (url.pathname = '/held')), COMPANY_ID: 'ours' }, /^COMPANY_ID: /],
      [{ DATABASE_URL: at((url) => (url.pathname = '/held')), LOG_LEVEL: 'loud' }, /^LOG_LEVEL: /],
    ];
    for (const [environment, sentence] of wrong) {
      const started = start(environment);
      expect(await started.ended, started.said()).toBe(1);
      const lines = started
        .said()
        .trim()
        .split('\n')
        .filter((line) => !/^(Migrated: |Building |$)/.test(line));
      expect(lines, JSON.stringify(environment)).toHaveLength(1);
      expect(lines[0]).toMatch(sentence);
    }
    expect(left()).toEqual([]);
  } finally {
    await owner.end();
    await cluster.stop();
  }
});

test('a checkout that is moved finds its data; one that is copied or made anew at its place leaves them alone', () => {
  const root = mkdtempSync(path.join(tmpdir(), 'alveus-homes-'));
  const base = path.join(root, 'var');
  const at = (name: string): string => {
    const folder = path.join(root, name);
    mkdirSync(folder, { recursive: true });
    return folder;
  };
  const first = homeOf(at('one'), base);
  writeFileSync(path.join(first.folder, 'kept'), 'ours');
  mkdirSync(path.join(first.folder, 'data'));
  expect(homeOf(at('one'), base)).toEqual(first);

  renameSync(at('one'), path.join(root, 'two'));
  const moved = homeOf(at('two'), base);
  expect(moved.folder).toBe(first.folder);
  expect(moved.news).toBe(`The data came along from ${path.join(root, 'one')}.`);
  expect(homeOf(at('two'), base)).toEqual({ folder: first.folder });

  // Made anew where the first was: those data are of the one that moved.
  const fresh = homeOf(at('one'), base);
  expect(fresh.folder).not.toBe(first.folder);
  // A copy says so, and the one that it was made of keeps its own.
  mkdirSync(path.join(at('copy'), '.alveus'));
  writeFileSync(path.join(at('copy'), '.alveus', 'data'), path.basename(first.folder));
  const copy = homeOf(at('copy'), base);
  expect(copy.folder).not.toBe(first.folder);
  expect(copy.news).toBe(`The data of ${path.join(root, 'two')} stays with it.`);
  expect(homeOf(at('two'), base)).toEqual({ folder: first.folder });
  expect(homeOf(at('copy'), base)).toEqual({ folder: copy.folder });

  // Taken away for good: what it had is told to whoever starts empty.
  expect(leftBehind(base)).toEqual([]);
  rmSync(at('two'), { recursive: true });
  expect(leftBehind(base)).toEqual([{ folder: first.folder, was: path.join(root, 'two') }]);
  // An ordinary user's lies in the checkout, and moves with it.
  expect(homeOf(at('one'), undefined)).toEqual({ folder: path.join(root, 'one', '.alveus') });
  chmodSync(root, 0o700);
  rmSync(root, { recursive: true });
});
