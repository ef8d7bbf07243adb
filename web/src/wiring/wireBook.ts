/** A table of texts as a workbook of one sheet. The writer is fetched when somebody saves one. */
export async function workbookOf(rows: readonly (readonly string[])[]): Promise<Uint8Array> {
  const { default: writeWorkbook } = await import('write-excel-file/universal');
  const data = rows.map((row, index) =>
    row.map((value) => ({ value, type: String, ...(index === 0 ? { fontWeight: 'bold' as const } : {}) })),
  );
  const blob = await writeWorkbook(data).toBlob();
  return new Uint8Array(await blob.arrayBuffer());
}
