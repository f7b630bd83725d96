import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.dirname(path.dirname(path.dirname(fileURLToPath(import.meta.url))));
export const WEB = path.join(ROOT, 'apps', 'web');
export const DEMO = path.join(ROOT, 'demo', 'tansy-hill.json');
/** The same place with less fall: a sewer that cannot be laid, a yard that stands full, a branch dug too deep. */
export const LOW_YARD = path.join(ROOT, 'demo', 'tansy-hill-low-yard.json');
export const bin = (name: string): string => path.join(ROOT, 'node_modules', '.bin', name);
