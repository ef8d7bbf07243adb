/** A file as it lies on the disk. */
export const bytesOf = (file: File): Promise<Uint8Array> =>
  new Promise((done, fail) => {
    const reader = new FileReader();
    reader.onload = () => done(new Uint8Array(reader.result as ArrayBuffer));
    reader.onerror = () => fail(reader.error ?? new Error(`${file.name} cannot be read.`));
    reader.readAsArrayBuffer(file);
  });
