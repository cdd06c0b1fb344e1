/** Hands a file to the browser to be saved. */
export function saveFile(name: string, content: string | Uint8Array): void {
  const address = URL.createObjectURL(new Blob([content as BlobPart]));
  Object.assign(document.createElement('a'), { href: address, download: name }).click();
  URL.revokeObjectURL(address);
}
