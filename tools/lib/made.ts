/** What a document says of declarations of the code lies between these marks, and is made from them. */
const [BEGIN, END] = ['<!-- made from the declarations by `npm run docs` -->', '<!-- to here -->'];

/** A table with its head. */
export const table = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  [head, head.map(() => '---'), ...rows].map((cells) => `| ${cells.join(' | ')} |`).join('\n');

/** @throws where the document has no place for it */
export function withMade(document: string, made: string): string {
  const [before, rest] = document.split(BEGIN);
  const after = rest?.split(END)[1];
  if (before === undefined || after === undefined) throw new Error(`the document has no ${BEGIN} … ${END}`);
  return `${before}${BEGIN}\n\n${made}\n\n${END}${after}`;
}
