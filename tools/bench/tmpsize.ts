import { benchSize } from './size';
import { buildWeb } from '../lib/build';
import { ownFiles } from '../lib/builds';
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
for (const row of await benchSize()) console.log(row.name, row.value, row.detail);
const web = await buildWeb();
for (const f of ownFiles(web)) if (f.endsWith('.js')) console.log((gzipSync(readFileSync(f), { level: 6 }).length / 1000).toFixed(1), f.split('/').pop()?.slice(0, 40));
