import type { RuleInfo } from '@alveus/core';
import { print, RULES } from '@alveus/core';
import { table, withMade } from './made';

/** What docs/figures.md says of the rules, from their declarations. */

const LOCAL = 'the local rule decides';
const FOUND = { stop: 'stop', fix: 'fix', watch: 'check' } as const;

/** In feet and in metric units, as the screen prints it. */
function numberOf({ number }: RuleInfo): string {
  if (!number) return '';
  const [feet, metric] = (['feet', 'metric'] as const).map((system) => print(number.value, number.quantity, system));
  return `${number.words} ${feet === metric ? feet : `${feet}, ${metric}`}`;
}

const rules = (): string =>
  table(
    ['rule', 'what it looks at', 'how grave', 'its number as shipped', 'source'],
    RULES.map((rule) => [
      `\`${rule.name}\``,
      `${rule.subject}: ${rule.title}`,
      FOUND[rule.severity],
      numberOf(rule),
      `${rule.source}${rule.local && !rule.source.includes(LOCAL) ? `; ${LOCAL}` : ''}`,
    ]),
  );

/** docs/figures.md with its table of rules. */
export const withRules = (document: string): string => withMade(document, rules());
