import { readFileSync, statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { compute } from '@alveus/core/interchange';
import { LIMITS, openPlanFile } from '@alveus/plan';

/** `npm run -s alveus -- compute FILE.json [--step metres]`: what a plan comes to, as JSON in SI on stdout. */

const USAGE = 'Use: npm run -s alveus -- compute FILE.json [--step METRES]';

function fail(message: string): never {
  process.stderr.write(`${message}\n`);
  process.exit(1);
}

function read(file: string): string {
  try {
    // Refused before it is read, however large it is.
    const { size } = statSync(file);
    if (size > LIMITS.fileBytes)
      fail(
        `${file}: a plan file has at most ${LIMITS.fileBytes / 1024 / 1024} MB; this one has ${(size / 1024 / 1024).toFixed(1)} MB.`,
      );
    return readFileSync(file, 'utf8');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    return fail(
      code === 'ENOENT' ? `${file}: there is no such file.` : `${file}: cannot be read (${code ?? 'unknown'}).`,
    );
  }
}

function main(): void {
  let parsed;
  try {
    parsed = parseArgs({ allowPositionals: true, options: { step: { type: 'string', default: '5' } } });
  } catch (error) {
    return fail(`${(error as Error).message}\n${USAGE}`);
  }
  const [command, file, ...more] = parsed.positionals;
  if (command !== 'compute' || file === undefined || more.length > 0) return fail(USAGE);
  const step = Number(parsed.values.step);
  if (!(step >= 0.01 && step <= 10_000)) return fail(`--step ${parsed.values.step}: give metres from 0.01 to 10000.`);
  const opened = openPlanFile(read(file));
  if (!opened.ok) return fail(`${file}: ${opened.message}`);
  const { length } = opened.foreign;
  if (length > 0)
    process.stderr.write(`${file}: ${length} of its things are of kinds not known here, and are left out.\n`);
  try {
    process.stdout.write(`${JSON.stringify(compute(opened.plan, step), null, 2)}\n`);
  } catch (error) {
    if (error instanceof RangeError) return fail(`${file}: ${error.message}`);
    throw error;
  }
}

main();
