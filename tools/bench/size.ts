import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { buildEmpty, buildWeb } from '../lib/build';
import { ownFiles } from '../lib/builds';
import type { Row } from './measure';

const kB = (bytes: number): number => bytes / 1000;

/** As it goes over the line. */
function size(file: string): number {
  const bytes = readFileSync(file);
  return /\.(woff2|png)$/.test(file) ? bytes.length : gzipSync(bytes, { level: 6 }).length;
}

/** The page, the scripts and pictures that it names, and the fonts; what it only says it will want later is not among them. */
function firstOf(folder: string): string[] {
  const html = readFileSync(path.join(folder, 'index.html'), 'utf8').replace(/<link rel="prefetch"[^>]*>/g, '');
  return ownFiles(folder).filter((file) => {
    const address = `/${path.relative(folder, file).split(path.sep).join('/')}`;
    return file.endsWith('index.html') || html.includes(address) || /\.woff2$/.test(file);
  });
}

const total = (files: readonly string[]): number => files.reduce((sum, file) => sum + size(file), 0);

/** Bytes of the first usable screen on a cold cache, against the almost-empty app; and of what comes later. */
export async function benchSize(): Promise<Row[]> {
  const [web, empty] = [await buildWeb(), await buildEmpty()];
  const [ours, theirs] = [firstOf(web), firstOf(empty)];
  const parts = ours.map((file) => `${path.extname(file).slice(1)} ${kB(size(file)).toFixed(0)}`).join(', ');
  const later = ownFiles(web).filter((file) => file.endsWith('.js') && !ours.includes(file) && !file.endsWith('sw.js'));
  const shared = later.find((file) => path.basename(file).startsWith('__common'));
  const chunks = later.filter((file) => file !== shared).map((file) => ({ file, bytes: size(file) }));
  const largestOf = (some: typeof chunks) => some.reduce((a, b) => (b.bytes > a.bytes ? b : a));
  // A stage and its sheets come with the job; what is asked of the plan beyond that comes when somebody asks.
  const asked = ({ file }: { readonly file: string }): boolean => !/(Stage|Screen|sheets)-/.test(path.basename(file));
  const largest = largestOf(chunks.filter((chunk) => !asked(chunk)));
  const question = largestOf(chunks.filter(asked));
  return [
    {
      name: 'first screen, bytes over those of the almost-empty app',
      value: total(ours) / total(theirs),
      limit: 1.25,
      keep: 'at most',
      detail: `${kB(total(ours)).toFixed(1)} against ${kB(total(theirs)).toFixed(1)} kB gzipped: ${parts}`,
    },
    {
      name: 'the first stage, with what all stages share, kB gzipped',
      value: kB((shared ? size(shared) : 0) + largest.bytes),
      limit: 150,
      keep: 'at most',
      detail: `shared ${kB(shared ? size(shared) : 0).toFixed(1)}; largest of its own ${kB(largest.bytes).toFixed(1)}, ${path.basename(largest.file).replace(/-[0-9a-f]{16,}/, '')}`,
    },
    {
      name: 'what the least dig adds when it is asked for, kB gzipped',
      value: kB(question.bytes),
      limit: 40,
      keep: 'at most',
      detail: path.basename(question.file).replace(/-[0-9a-f]{16,}/, ''),
    },
  ];
}
