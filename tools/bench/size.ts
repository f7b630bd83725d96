import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { buildWeb } from '../lib/build';
import type { Row } from './measure';

/** Bytes of the first usable screen on a cold cache: what the page loads before anything is asked for. */
export async function benchSize(): Promise<Row[]> {
  const folder = await buildWeb();
  const files = readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => path.join(entry.parentPath, entry.name));
  const html = readFileSync(path.join(folder, 'index.html'), 'utf8');
  const first = files.filter((file) => {
    const address = `/${path.relative(folder, file).split(path.sep).join('/')}`;
    // The page, what it names, and the fonts that the frame waits for; service worker and later stages come after.
    return file.endsWith('index.html') || html.includes(address) || /\.woff2$/.test(file) || /favicon/.test(file);
  });
  const size = (file: string): number => {
    const bytes = readFileSync(file);
    return /\.(woff2|png)$/.test(file) ? bytes.length : gzipSync(bytes, { level: 6 }).length;
  };
  const kB = (bytes: number): number => bytes / 1000;
  const total = first.reduce((sum, file) => sum + size(file), 0);
  const rows: Row[] = [
    { name: 'first screen, kB gzipped', value: kB(total), limit: 680, keep: 'at most', detail: first.map((file) => `${path.extname(file).slice(1)} ${kB(size(file)).toFixed(0)}`).join(', ') },
  ];
  const later = files.filter((file) => file.endsWith('.js') && !first.includes(file) && !file.endsWith('sw.js'));
  if (later.length > 0) {
    const largest = later.map((file) => ({ file, kB: kB(size(file)) })).sort((a, b) => b.kB - a.kB)[0] as { file: string; kB: number };
    rows.push({ name: 'largest later stage, kB gzipped', value: largest.kB, limit: 150, keep: 'at most', detail: path.basename(largest.file).replace(/-[0-9a-f]{16,}/, '') });
  }
  return rows;
}
