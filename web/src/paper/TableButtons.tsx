import { tableToCsv } from '#core/formats';
import { Button } from '../ui/parts';
import { saveAs } from '../ui/saveAs';
import { workbookOf, XLSX } from './workbook';

interface Props {
  /** what is saved, for whoever hears the page */
  readonly what: string;
  /** of the file, without its ending */
  readonly name: string;
  readonly table: () => readonly (readonly string[])[];
  readonly disabled?: boolean;
}

/** A table out of the page: as CSV, or as a workbook. */
export function TableButtons({ what, name, table, disabled = false }: Props) {
  return (
    <>
      <Button
        type="button"
        aria-label={`Save ${what} as CSV`}
        disabled={disabled}
        onClick={() => saveAs(`${name}.csv`, tableToCsv(table()), 'text/csv')}
      >
        CSV
      </Button>
      <Button
        type="button"
        aria-label={`Save ${what} as a workbook, XLSX`}
        disabled={disabled}
        onClick={() => void workbookOf(table()).then((bytes) => saveAs(`${name}.xlsx`, bytes, XLSX))}
      >
        XLSX
      </Button>
    </>
  );
}
