/** Hands a file to the person. */
export function saveAs(name: string, content: string | Uint8Array, type: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([content as BlobPart], { type }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
