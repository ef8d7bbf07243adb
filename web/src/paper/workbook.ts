export const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** A table of texts as a workbook of one sheet. The writer is fetched when somebody saves one. */
export async function workbookOf(rows: readonly (readonly string[])[]): Promise<Uint8Array> {
  const { default: writeWorkbook } = await import('write-excel-file/universal');
  const data = rows.map((row, index) =>
    row.map((value) => ({ value, type: String, ...(index === 0 ? { fontWeight: 'bold' as const } : {}) })),
  );
  const blob = await writeWorkbook(data).toBlob();
  return new Uint8Array(await blob.arrayBuffer());
}

/** A workbook larger than this is no list of wires. */
const MOST_BYTES = 4_000_000;

/**
 * The sheet of a workbook that has the most rows, as lines of cells with tabs between.
 * @throws where the file is no workbook, with what to do instead
 */
export async function textOfWorkbook(file: File): Promise<string> {
  if (file.size > MOST_BYTES) throw new Error(`${file.name} is larger than any list of wires: ${Math.round(file.size / 1000)} kB.`);
  const { default: readSheets } = await import('read-excel-file/universal');
  const sheets = await readSheets(file).catch(() => {
    throw new Error(`${file.name} cannot be read as a workbook. Save its sheet as CSV or text, or copy the cells and paste them here.`);
  });
  const [longest] = [...sheets].sort((a, b) => b.data.length - a.data.length);
  return (longest?.data ?? []).map((row) => row.map(cellText).join('\t')).join('\n');
}

/** A cell as it is read; what would break the line is a space. */
const cellText = (cell: unknown): string => (cell === null || cell === undefined ? '' : String(cell).replace(/[\t\r\n]+/g, ' '));
