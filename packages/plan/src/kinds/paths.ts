/** Fields of plain data by path, as references are declared: `target.node`, `below.*.material`. */

type Fields = Record<string, unknown>;
const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null;

/** Every text found at a path; nothing where a part of it is absent. */
export function readPath(value: unknown, path: string): string[] {
  let found: unknown[] = [value];
  for (const name of path.split('.')) {
    found = found.flatMap((at) => {
      if (!isFields(at)) return [];
      if (name === '*') return Array.isArray(at) ? (at as unknown[]) : [];
      return at[name] === undefined ? [] : [at[name]];
    });
  }
  return found.filter((value): value is string => typeof value === 'string');
}

/** The same data without the field at a path (or, within it, without its innermost optional part). */
export function withoutPath<T>(value: T, path: string): T {
  const [first = '', ...rest] = path.split('.');
  if (!isFields(value)) return value;
  if (rest.length > 0 && isFields(value[first])) {
    return { ...value, [first]: withoutPath(value[first], rest.join('.')) };
  }
  const { [first]: _gone, ...left } = value as Fields;
  return left as T;
}

/** The same data with every text at a path put through `change`. */
export function mapPath<T>(value: T, path: string, change: (text: string) => string): T {
  const [first = '', ...rest] = path.split('.');
  if (!isFields(value)) return typeof value === 'string' && path === '' ? (change(value) as T) : value;
  const onward = (at: unknown): unknown =>
    rest.length > 0 ? mapPath(at, rest.join('.'), change) : typeof at === 'string' ? change(at) : at;
  if (first === '*') return (Array.isArray(value) ? (value as unknown[]).map(onward) : value) as T;
  return first in value ? { ...value, [first]: onward((value as Fields)[first]) } : value;
}
