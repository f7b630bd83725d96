import type { LineResult } from '@alveus/core';
import type { FactTable } from './facts';

/** A job's sheet as plain text, for the device's own share sheet. */
export function sheetText(
  job: string,
  dated: string,
  lines: readonly LineResult[],
  tablesOf: (line: LineResult) => readonly FactTable[],
): string {
  const parts = lines.map((line) => [line.line.name.toUpperCase(), ...tablesOf(line).map(tableText)].join('\n\n'));
  return [`${job}, ${dated}`, ...parts, CAUTION].join('\n\n');
}

export const CAUTION =
  'The local code, the inspector and licensed designers decide. Have utilities located before digging, and protect people in the trench.';

/** A row a line, each cell with its head: a phone shows no columns. */
function tableText({ caption, head, rows }: FactTable): string {
  const lines = rows.map((cells) =>
    cells
      .flatMap((cell, index) =>
        cell === '' ? [] : index === 0 || head[index] === '' ? [cell] : [`${head[index]?.toLowerCase()} ${cell}`],
      )
      .join(', '),
  );
  return [caption, ...lines].join('\n');
}

/** Through the device's share sheet; as a text file where it has none. Giving up there is no fault. */
export async function share(title: string, text: string, save: (name: string, text: string) => void): Promise<void> {
  if (typeof navigator.share !== 'function') return save(`${title}.txt`, text);
  try {
    await navigator.share({ title, text });
  } catch (error) {
    if (error instanceof Error && error.name === 'AbortError') return;
    save(`${title}.txt`, text);
  }
}
