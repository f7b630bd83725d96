/** How much larger than usual people have set the text of their browser. */
export const SCALE =
  typeof document === 'undefined'
    ? 1
    : Number.parseFloat(getComputedStyle(document.documentElement).fontSize) / 16 || 1;

/** Words in a drawing grow with the reader's text, as far as a drawing has room for them. */
const DRAWN = Math.min(SCALE, 1.5);

/** A measure of words in a drawing, px where the text is as large as usual. */
export const drawn = (px: number): number => px * DRAWN;

/** A size of text and its line, px where the text is as large as usual. */
export const text = (size: number, line: number) => ({ fontSize: size * SCALE, lineHeight: line * SCALE });
