/** Where things stand in JSON text, for people who mend a file by hand. Used only once something is wrong with it. */

export interface TextPlace {
  readonly line: number;
  readonly column: number;
  /** The text there, cut short. */
  readonly near: string;
}

const TOKEN =
  /\s*(?:([{}[\],:])|("(?:[^"\\\u0000-\u001f]|\\(?:["\\/bfnrt]|u[0-9a-fA-F]{4}))*")|(-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][-+]?\d+)?|true|false|null))/y;

type Token = { readonly at: number; readonly end: number; readonly text: string };

/** Tokens of JSON text up to its end, or up to the first thing that is none. */
function* tokens(text: string): Generator<Token, number> {
  TOKEN.lastIndex = 0;
  for (;;) {
    const start = TOKEN.lastIndex;
    const match = TOKEN.exec(text);
    if (!match) return start + (/^\s*/.exec(text.slice(start, start + 10_000))?.[0].length ?? 0);
    const found = match[1] ?? match[2] ?? match[3] ?? '';
    yield { at: TOKEN.lastIndex - found.length, end: TOKEN.lastIndex, text: found };
  }
}

/** Nothing more, or the beginning of a text or a number that goes on to the very end. */
function unfinished(rest: string): boolean {
  return rest.startsWith('"') ? rest.indexOf('"', 1) < 0 : /^[-+.\w]{0,40}\s{0,40}$/.test(rest);
}

/** Where text stops being JSON; undefined where it is whole. `endless`: it breaks off at its end. */
export function brokenAt(text: string): (TextPlace & { readonly endless: boolean }) | undefined {
  const open: ('{' | '[')[] = [];
  // What may come next: a value, a name or the end of an object, a colon, or what follows a value.
  let next: 'value' | 'first' | 'name' | 'first-name' | ':' | 'after' = 'value';
  const all = tokens(text);
  const fail = (at: number) => ({ ...placeOf(text, at), endless: unfinished(text.slice(at)) });
  for (;;) {
    const step = all.next();
    if (step.done)
      return next === 'after' && open.length === 0 && step.value >= text.length ? undefined : fail(step.value);
    const { at, text: token } = step.value;
    const inside = open[open.length - 1];
    const name = token.startsWith('"');
    if (next === 'after') {
      if (token === ',' && inside) next = inside === '{' ? 'name' : 'value';
      else if ((token === '}' && inside === '{') || (token === ']' && inside === '[')) open.pop();
      else return fail(at);
    } else if (next === ':') {
      if (token !== ':') return fail(at);
      next = 'value';
    } else if (next === 'name' || next === 'first-name') {
      if (name) next = ':';
      else if (token === '}' && next === 'first-name') {
        open.pop();
        next = 'after';
      } else return fail(at);
    } else if (token === '{') {
      open.push('{');
      next = 'first-name';
    } else if (token === '[') {
      open.push('[');
      next = 'first';
    } else if (token === ']' && next === 'first') {
      open.pop();
      next = 'after';
    } else if (name || /^[-\dtfn]/.test(token)) next = 'after';
    else return fail(at);
  }
}

/** Where a value stands in whole JSON text: that of the innermost part of the path that is there. */
export function placeOfPath(text: string, path: readonly PropertyKey[]): TextPlace {
  const stack: { key: PropertyKey; matched: boolean }[] = [];
  let best = { at: 0, depth: -1 };
  let pending = '';
  const all = tokens(text);
  const depthMatched = (): number => (stack.every(({ matched }) => matched) ? stack.length : -1);
  for (let step = all.next(); !step.done; step = all.next()) {
    const { at, text: token } = step.value;
    const top = stack[stack.length - 1];
    if (token === ',') {
      if (top && typeof top.key === 'number') {
        top.key += 1;
        top.matched = path[stack.length - 1] === top.key;
      }
      continue;
    }
    if (token === ':') {
      if (top) top.matched = path[stack.length - 1] === pending;
      continue;
    }
    if (token === '}' || token === ']') {
      stack.pop();
      continue;
    }
    if (token.startsWith('"')) pending = unquoted(token);
    const depth = depthMatched();
    if (depth > best.depth && depth <= path.length) best = { at, depth };
    if (best.depth === path.length) break;
    if (token === '{') stack.push({ key: '', matched: false });
    if (token === '[') stack.push({ key: 0, matched: path[stack.length] === 0 });
  }
  return placeOf(text, best.at);
}

function unquoted(token: string): string {
  try {
    return String(JSON.parse(token));
  } catch {
    return '';
  }
}

function placeOf(text: string, at: number): TextPlace {
  let line = 1;
  let start = 0;
  for (let next = text.indexOf('\n'); next >= 0 && next < at; next = text.indexOf('\n', next + 1)) {
    line += 1;
    start = next + 1;
  }
  return { line, column: at - start + 1, near: text.slice(at, at + 200) };
}
