import { DEFAULT_CLEARANCES, ruleNamed } from '@alveus/core';
import type { Profile, Service } from '@alveus/plan';
import { same, serviceOf } from '@alveus/plan';
import { UTILITY_MARKS } from '../../drawing/utilities';

/** What of some rules is not as shipped, each in a few words. */
export function differences(profile: Profile): string[] {
  const found: string[] = [];
  for (const [name, setting] of Object.entries(profile.rules)) {
    const rule = ruleNamed(name);
    const title = rule?.title ?? name;
    if (setting.on === false) found.push(`“${title}” is off`);
    else if (setting.severity !== undefined && setting.severity !== rule?.severity)
      found.push(`“${title}” has another severity`);
    if (setting.limit !== undefined && setting.limit !== rule?.number?.value)
      found.push(`“${title}” has its own number`);
    if (setting.note !== undefined) found.push(`“${title}” has a note`);
  }
  for (const [service, rules] of Object.entries(profile.services)) {
    const shipped = serviceOf(service as Service);
    if (!same(rules, shipped.rules)) found.push(`the limits of ${shipped.word.toLowerCase()}`);
  }
  for (const [utility, clearance] of Object.entries(profile.clearances ?? {}) as [
    keyof typeof UTILITY_MARKS,
    unknown,
  ][])
    if (!same(clearance, DEFAULT_CLEARANCES[utility])) found.push(`the clearance to ${UTILITY_MARKS[utility].word}`);
  return found;
}
