import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** Words of a page of a PDF, with where they stand: millimetres from its left and upper edge. */
export interface Printed {
  readonly words: string;
  readonly x: number;
  readonly y: number;
}

const POINT = 25.4 / 72;

/** What stands on the pages of a PDF, page by page. */
export async function printedWords(pdf: Buffer): Promise<Printed[][]> {
  const loading = getDocument({ data: new Uint8Array(pdf), useSystemFonts: false });
  const document = await loading.promise;
  const pages: Printed[][] = [];
  for (let number = 1; number <= document.numPages; number += 1) {
    const page = await document.getPage(number);
    const [, , , top] = page.view as [number, number, number, number];
    const { items } = await page.getTextContent();
    pages.push(
      items.flatMap((item) => {
        if (!('str' in item) || item.str.trim() === '') return [];
        const [, , , , x, y] = item.transform as [number, number, number, number, number, number];
        return [{ words: item.str, x: x * POINT, y: (top - y) * POINT }];
      }),
    );
  }
  await loading.destroy();
  return pages;
}
