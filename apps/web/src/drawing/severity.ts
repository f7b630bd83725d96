import type { Severity } from '@alveus/plan';

/** How grave a finding is, in a word. */
export const SEVERITY_WORD: Record<Severity, string> = { stop: 'Stop', fix: 'Fix', watch: 'Check' };
