import type { Severity } from '@alveus/plan';
import type { Finding } from '../results';

/** Findings of one rule that are told in one row, which opens. */
export interface FindingGroup {
  readonly rule: string;
  readonly severity: Severity;
  readonly findings: readonly Finding[];
}

/** From so many on they are alike enough to be one row. */
const MANY = 4;

/** Many findings of one rule and one weight together, at the place of the first; others by themselves. */
export function grouped(findings: readonly Finding[]): readonly FindingGroup[] {
  const alike = new Map<string, Finding[]>();
  const keyOf = ({ rule, severity }: Finding): string => `${severity} ${rule}`;
  for (const finding of findings) {
    const list = alike.get(keyOf(finding));
    if (list) list.push(finding);
    else alike.set(keyOf(finding), [finding]);
  }
  return findings.flatMap((finding): FindingGroup[] => {
    const { rule, severity } = finding;
    const list = alike.get(keyOf(finding)) ?? [];
    if (list.length < MANY) return [{ rule, severity, findings: [finding] }];
    return list[0] === finding ? [{ rule, severity, findings: list }] : [];
  });
}
