import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import path from 'node:path';
import { buildWeb } from './lib/build';
import { chromium } from './lib/browser';
import { bin, ROOT } from './lib/paths';
import { command } from './lib/process';
import { run, say } from './lib/say';
import { testServer } from './lib/scratch';

/**
 * `npm test`: lint, types, unit and server tests, then the real app in a browser. `npm test -- unit` runs one of
 * its parts: lint, types, unit (server tests among them) or e2e.
 */
const PARTS = ['lint', 'types', 'unit', 'e2e'] as const;
type Part = (typeof PARTS)[number];

/** Milliseconds after which tests hang, and do not work, on the slowest machine. */
const LONGEST = 45 * 60_000;

/** Their scripts, the longest first. */
const CHECKS = { lint: ['lint:code', 'lint:style', 'lint:arrows'], types: ['types'] } as const;

interface Count {
  passed: number;
  failed: number;
  skipped: number;
}

run(async (cleanup) => {
  const [part, ...more] = process.argv.slice(2);
  const wanted: readonly Part[] = part === undefined ? PARTS : PARTS.filter((name) => name === part);
  if (wanted.length === 0) {
    say(`There is no part ${part}. Parts: ${PARTS.join(', ')}.`);
    return 2;
  }
  const results = mkdtempSync(path.join(tmpdir(), 'alveus-results-'));
  cleanup(() => rmSync(results, { recursive: true, force: true }));
  const count: Count = { passed: 0, failed: 0, skipped: 0 };
  const stage = async (name: string, work: () => Promise<unknown>): Promise<boolean> => {
    const start = Date.now();
    say(`\n── ${name} …`);
    const ok = await work().then(
      () => true,
      (error: unknown) => {
        say(error instanceof Error ? error.message : String(error));
        return false;
      },
    );
    say(`── ${name}: ${ok ? 'passed' : 'FAILED'} in ${((Date.now() - start) / 1000).toFixed(0)} s`);
    return ok;
  };
  const npm = (script: string): Promise<string> => command('npm', ['run', '-s', script], { cwd: ROOT, show: true });

  // Each of these uses little more than one processor.
  const checks = (['lint', 'types'] as const).filter((name) => wanted.includes(name)).flatMap((name) => CHECKS[name]);
  let good = (
    await atOnce(
      availableParallelism(),
      checks.map((script) => () => stage(script, () => npm(script))),
    )
  ).every(Boolean);
  if (wanted.includes('unit') || wanted.includes('e2e')) {
    const environment = await testServer(cleanup);
    if (wanted.includes('unit')) {
      const file = path.join(results, 'unit.json');
      good =
        (await stage('unit and server tests', () =>
          // A test that failed may leave something running; that must not hold up the rest.
          command(bin('jest'), ['--forceExit', '--maxWorkers=100%', '--json', `--outputFile=${file}`, ...more], {
            cwd: ROOT,
            env: environment,
            show: true,
            timeout: LONGEST,
          }),
        )) && good;
      add(count, readJest(file));
    }
    if (wanted.includes('e2e')) {
      const file = path.join(results, 'e2e.json');
      good =
        (await stage('the app in a browser', async () => {
          const env = {
            ...environment,
            WEB_DIR: await buildWeb(),
            CHROMIUM_PATH: await chromium(),
            PLAYWRIGHT_JSON_OUTPUT_NAME: file,
            PROFILES_DIR: results,
          };
          await command(bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts', ...more], {
            cwd: ROOT,
            env,
            show: true,
            timeout: LONGEST,
          });
        })) && good;
      add(count, readPlaywright(file));
    }
    process.stdout.write(
      `\n${count.passed} passed, ${count.failed} failed${count.skipped > 0 ? `, ${count.skipped} skipped` : ''}\n`,
    );
  }
  return good ? 0 : 1;
});

/** Does all of it, so many at a time. @returns what each gave, in order */
async function atOnce<T>(many: number, work: readonly (() => Promise<T>)[]): Promise<T[]> {
  const given: T[] = [];
  const waiting = [...work.entries()];
  const lane = async (): Promise<void> => {
    for (let next = waiting.shift(); next; next = waiting.shift()) given[next[0]] = await next[1]();
  };
  await Promise.all(Array.from({ length: many }, lane));
  return given;
}

function add(to: Count, from: Count): void {
  to.passed += from.passed;
  to.failed += from.failed;
  to.skipped += from.skipped;
}

/** A runner that died before it could count is one failure. */
const DIED: Count = { passed: 0, failed: 1, skipped: 0 };

function readJest(file: string): Count {
  try {
    const json = JSON.parse(readFileSync(file, 'utf8')) as {
      numPassedTests: number;
      numFailedTests: number;
      numPendingTests: number;
      numRuntimeErrorTestSuites: number;
    };
    return {
      passed: json.numPassedTests,
      failed: json.numFailedTests + json.numRuntimeErrorTestSuites,
      skipped: json.numPendingTests,
    };
  } catch {
    return DIED;
  }
}

function readPlaywright(file: string): Count {
  try {
    const { stats } = JSON.parse(readFileSync(file, 'utf8')) as {
      stats: { expected: number; unexpected: number; skipped: number; flaky: number };
    };
    const passed = stats.expected + stats.flaky;
    return passed + stats.unexpected === 0 ? DIED : { passed, failed: stats.unexpected, skipped: stats.skipped };
  } catch {
    return DIED;
  }
}
