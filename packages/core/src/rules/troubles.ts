import type { Severity, Uuid } from '@alveus/plan';
import type { Finding } from '../results';

/** The gravest that stands against something, as a mark on a drawing. */
export interface Trouble {
  readonly severity: Severity;
  /** What it is about, in a word or two. */
  readonly about: string;
  /** How many more stand against it. */
  readonly more: number;
}

export interface Troubles {
  readonly runs: ReadonlyMap<Uuid, Trouble>;
  readonly nodes: ReadonlyMap<Uuid, Trouble>;
}

/**
 * What stands against each run, and against each node.
 * @param findings the gravest first
 */
export function troublesOf(findings: readonly Finding[]): Troubles {
  const runs = new Map<Uuid, Trouble>();
  const nodes = new Map<Uuid, Trouble>();
  const add = (to: Map<Uuid, Trouble>, id: Uuid, { severity, rule }: Finding): void => {
    const trouble = to.get(id);
    // Rules are named for what they are about.
    to.set(
      id,
      trouble ? { ...trouble, more: trouble.more + 1 } : { severity, about: rule.replaceAll('-', ' '), more: 0 },
    );
  };
  for (const finding of findings) {
    const { run, node, stretches, stage, severity } = finding;
    // What is only not counted yet is nothing that stands against water.
    if (stage === 'order' && severity === 'watch') continue;
    for (const id of new Set([run, ...stretches.map((stretch) => stretch.run)]))
      if (id !== undefined) add(runs, id, finding);
    // What is of a run where it comes to a node is a mark of the run.
    if (node !== undefined && run === undefined) add(nodes, node, finding);
  }
  return { runs, nodes };
}
