/** Hands bytes to the browser as a file to save. */
export function download(bytes: Uint8Array, fileName: string, type: string): void {
  const url = URL.createObjectURL(new Blob([new Uint8Array(bytes)], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = fileName;
  link.click();
  // The browser has to have started reading before the address goes.
  setTimeout(() => URL.revokeObjectURL(url), 30_000);
}
