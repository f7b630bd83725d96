import { createHash } from 'node:crypto';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { build as bundle } from 'esbuild';
import { DIGEST, filesUnder, keepServing, setByFiles } from './builds';
import { alone } from './alone.mjs';
import { bin, ROOT, WEB } from './paths';
import { command } from './process';
import { say } from './say';

/** Where files of builds before this one lie. */
const BEFORE = path.join(ROOT, '.alveus', 'builds');

const SHARED = [
  path.join(ROOT, 'package-lock.json'),
  path.join(WEB, 'babel.config.js'),
  path.join(WEB, 'metro.aliases.js'),
  ...filesUnder(path.join(WEB, 'shims')),
  path.join(ROOT, 'tools', 'lib', 'build.ts'),
];

/** Builds the web app unless the built one is of these very sources. @returns its folder */
export function buildWeb(): Promise<string> {
  const sources = [
    ...SHARED,
    path.join(WEB, 'app.json'),
    path.join(WEB, 'metro.config.js'),
    path.join(WEB, 'service-worker.js'),
    ...filesUnder(path.join(WEB, 'src')),
    ...filesUnder(path.join(WEB, 'public')),
    ...filesUnder(path.join(ROOT, 'packages', 'plan', 'src')),
    ...filesUnder(path.join(ROOT, 'packages', 'core', 'src')),
    ...filesUnder(path.join(ROOT, 'packages', 'exchange', 'src')),
  ];
  return built({
    folder: WEB,
    name: 'the web app',
    sources,
    finish: async (out) => {
      loadLater(out);
      await makeServiceWorker(out, nameBuild(out));
      keepServing(out, BEFORE);
    },
  });
}

/** Builds the almost-empty app that the first screen is measured against. @returns its folder */
export function buildEmpty(): Promise<string> {
  const folder = path.join(ROOT, 'tools', 'bench', 'empty');
  const own = filesUnder(folder).filter((file) => !/[\\/](dist|\.expo)[\\/]/.test(file));
  return built({ folder, name: 'the almost-empty app', sources: [...SHARED, ...own], finish: async () => undefined });
}

interface Building {
  readonly folder: string;
  readonly name: string;
  readonly sources: readonly string[];
  readonly finish: (out: string) => Promise<void>;
}

/** Two at once would write into one folder: the second waits, and finds it built. */
const built = (building: Building): Promise<string> =>
  alone(
    building.folder,
    () => buildOnce(building),
    () => say(`Another start is building ${building.name}; waiting for it …`),
  );

async function buildOnce({ folder, name, sources, finish }: Building): Promise<string> {
  const out = path.join(folder, 'dist');
  const mark = path.join(out, '.built-from');
  const from = digest(sources);
  if (existsSync(mark) && readFileSync(mark, 'utf8') === from) return out;
  say(`Building ${name} (about a minute) …`);
  // What is half made carries no mark.
  rmSync(mark, { force: true });
  if (folder === WEB) setByFiles(out, BEFORE);
  await command(bin('expo'), ['export', '-p', 'web', '--output-dir', 'dist'], {
    cwd: folder,
    env: { ...process.env, EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', NODE_ENV: 'production', CI: '1' },
  });
  await finish(out);
  writeFileSync(mark, from);
  return out;
}

/**
 * Takes what only the stages share out of what the page loads first; the app loads it with the first of them
 * (apps/web/src/shared.ts). The fonts, which the script would ask for only once it runs, are fetched beside it.
 */
function loadLater(out: string): void {
  const file = path.join(out, 'index.html');
  const fonts = filesUnder(out)
    .filter((font) => font.endsWith('.woff2'))
    .map((font) => `<link rel="preload" as="font" type="font/woff2" crossorigin href="${addressOf(out, font)}">`);
  const html = readFileSync(file, 'utf8')
    .replace(
      /<script src="([^"]*__common-[^"]*)" defer><\/script>/,
      '<link rel="prefetch" as="script" data-shared href="$1">',
    )
    .replace('</head>', `${fonts.join('')}</head>`);
  writeFileSync(file, html);
}

/** Tells the page which build it is of: a digest of all that it is made of. @returns the same */
function nameBuild(out: string): string {
  const build = digest(filesUnder(out)).slice(0, 32);
  const file = path.join(out, 'index.html');
  writeFileSync(file, readFileSync(file, 'utf8').replace('</head>', `<meta name="build" content="${build}"></head>`));
  return build;
}

/**
 * Writes the service worker with the list of files it keeps. The app must open without the server: what was
 * kept on the device has to be in reach in a trench without signal.
 */
async function makeServiceWorker(out: string, build: string): Promise<void> {
  const worker = path.join(out, 'sw.js');
  await bundle({
    entryPoints: [path.join(WEB, 'service-worker.js')],
    outfile: worker,
    bundle: true,
    minify: true,
    format: 'iife',
    define: { 'process.env.NODE_ENV': '"production"', BUILD: JSON.stringify(build) },
    logLevel: 'error',
  });
  // It brings a whole bundler along: a start that has nothing to build does without.
  const { injectManifest } = await import('workbox-build');
  const { count, warnings } = await injectManifest({
    swSrc: worker,
    swDest: worker,
    globDirectory: out,
    globPatterns: ['**/*.{html,js,svg,woff2,ico,png}'],
    globIgnores: ['sw.js'],
    // Names that carry a digest of what is in them need no other.
    dontCacheBustURLsMatching: DIGEST,
    maximumFileSizeToCacheInBytes: 8_000_000,
  });
  for (const warning of warnings) say(warning);
  if (count === 0) throw new Error('The service worker would keep nothing.');
}

function addressOf(out: string, file: string): string {
  return `/${path.relative(out, file).split(path.sep).join('/')}`;
}

function digest(files: readonly string[]): string {
  const hash = createHash('sha256');
  for (const file of files) {
    if (!existsSync(file)) continue;
    hash.update(path.relative(ROOT, file)).update('\0').update(readFileSync(file));
  }
  return hash.digest('hex');
}
