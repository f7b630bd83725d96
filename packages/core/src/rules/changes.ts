import type { Finding } from '../results';

/** What an edit or another rule would do to what is found. */
export interface FindingChanges {
  readonly gone: readonly Finding[];
  readonly come: readonly Finding[];
  /** Those that stay, but weigh more or less than before, as they would be. */
  readonly weigh: readonly Finding[];
}

export function changesOf(before: readonly Finding[], after: readonly Finding[]): FindingChanges {
  const [was, is] = [byId(before), byId(after)];
  return {
    gone: before.filter(({ id }) => !is.has(id)),
    come: after.filter(({ id }) => !was.has(id)),
    weigh: after.filter(({ id, severity }) => (was.get(id)?.severity ?? severity) !== severity),
  };
}

const byId = (findings: readonly Finding[]): ReadonlyMap<string, Finding> =>
  new Map(findings.map((finding) => [finding.id, finding]));
