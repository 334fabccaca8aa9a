/** Hands a text to the browser as a file. */
export function saveText(text: string, name: string, type = 'text/plain'): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

/** The name of a look as the name of a file. */
export const fileStem = (name: string) => name.replace(/[^A-Za-z0-9]+/g, '-');
