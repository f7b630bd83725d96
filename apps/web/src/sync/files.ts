/** Files of the person's own. */

export const saveText = (name: string, type: string, text: string): void =>
  saveBlob(name, new Blob([text], { type: `${type};charset=utf-8` }));

export function saveBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]/g, ' ');
  document.body.append(link);
  link.click();
  link.remove();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** Lets the person choose a file; undefined where they chose none. */
export function chooseFile(accept: string): Promise<File | undefined> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.accept = accept;
    input.style.display = 'none';
    const done = (): void => {
      input.remove();
      resolve(input.files?.[0]);
    };
    input.addEventListener('cancel', done);
    input.addEventListener('change', done);
    document.body.append(input);
    input.click();
  });
}
