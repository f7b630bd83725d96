import { choose } from './choose';
import { compile, tighten } from './compile';
import type { Program } from './program';
import { DATUM, JUST, LEAST, MOST, Rows } from './program';
import { endsOf, engineOf } from './solve';

/**
 * The cheapest levels with one end held at one level after another, as it is dragged: all is put together once, and for
 * each level only what hangs on that end is gone through again. Where there are choices they are made anew.
 * @returns what gives the ends for a level of it; nothing where that breaks a limit
 */
export function holding(program: Program, end: number): (level: number) => Float64Array | undefined {
  if (program.choices.length > 0) return choosing(program, end);
  const compiled = compile(program);
  if ('contradicts' in compiled) return () => undefined;
  const engine = engineOf(compiled);
  if (!engine.levels()) return () => undefined;
  const rows = new Rows();
  return (level) => {
    rows.cut(0);
    rows.apart(end, DATUM, LEAST, level, -1);
    rows.apart(end, DATUM, MOST, level, -1);
    const tighter = tighten(compiled, rows);
    if (!tighter || 'contradicts' in tighter) return undefined;
    const { levels, back } = engine.again(tighter.forest, tighter.touched);
    back();
    return levels && endsOf(compiled, levels);
  };
}

function choosing(program: Program, end: number): (level: number) => Float64Array | undefined {
  const rows = program.rows.copy();
  const { count } = rows;
  return (level) => {
    rows.cut(count);
    rows.apart(end, DATUM, JUST, level, -1);
    const found = choose({ ...program, rows });
    return found.ok ? found.ends : undefined;
  };
}
