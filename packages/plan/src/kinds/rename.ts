import type { NodeForm } from './forms';
import { formOf } from './forms';
import type { Node } from './node';

/** A name goes with what it names as long as nobody gave it another: a gas main that turns out to be a cable is no gas main. */
export function nameAfter<T>(name: string, was: T, is: T, usual: (what: T) => string): string {
  const before = usual(was);
  const number = name.startsWith(`${before} `) ? name.slice(before.length) : '';
  return name.trim() === '' || name === before || /^ \d+$/.test(number) ? `${usual(is)}${number}` : name;
}

/** A node as another form, its name gone along. */
export const asForm = <N extends Pick<Node, 'name' | 'form'>>(node: N, form: NodeForm): N => ({
  ...node,
  form,
  name: nameAfter(node.name, node.form, form, (of) => formOf(of).word),
});
