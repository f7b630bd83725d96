import { LIMITS } from '@alveus/plan';

/** Text to and from files of the person's own. */

export function saveText(name: string, type: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]/g, ' ');
  document.body.append(link);
  link.click();
  link.remove();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

export type Chosen = { readonly ok: true; readonly text: string } | { readonly ok: false; readonly message: string };

/** Lets the person choose a file; undefined where they chose none. A file too large is refused unread. */
export function chooseText(accept: string): Promise<Chosen | undefined> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.accept = accept;
    input.style.display = 'none';
    input.addEventListener('cancel', () => resolve(undefined));
    input.addEventListener('change', () => {
      const file = input.files?.[0];
      input.remove();
      if (!file) resolve(undefined);
      else if (file.size > LIMITS.fileBytes) {
        const size = (bytes: number): string => `${(bytes / 1024 / 1024).toFixed(0)} MB`;
        resolve({
          ok: false,
          message: `This file has ${size(file.size)}; a plan file has at most ${size(LIMITS.fileBytes)}.`,
        });
      } else {
        file.text().then(
          (text) => resolve({ ok: true, text }),
          () => resolve({ ok: false, message: 'The file could not be read.' }),
        );
      }
    });
    document.body.append(input);
    input.click();
  });
}
