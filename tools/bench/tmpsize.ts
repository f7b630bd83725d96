import { run, say } from '../lib/say';
import { benchSize } from './size';
await run(async () => { for (const r of await benchSize()) say(`${r.name} ${r.value} (${r.limit}) ${r.detail}`); });
