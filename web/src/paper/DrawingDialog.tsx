import { useMemo, useState } from 'react';
import { type Drawing, framed, SHEETS, type SheetName, writeDrawing, writeDxf } from '#core/formats';
import { useDocument } from '../store/select';
import { useAppSelector } from '../store/store';
import { Choice } from '../ui/Choice';
import { Over } from '../ui/Over';
import { Button, Label, Note } from '../ui/parts';
import { saveAs } from '../ui/saveAs';
import { Box, Flex } from '../ui/styled';

interface Props {
  /** what it shows, as it stands in the title block and in the name of the file */
  readonly what: string;
  readonly make: () => Drawing;
  readonly onClose: () => void;
}

/** A drawing on a paper with border, zones and title block, saved for printing or for CAD. */
export function DrawingDialog({ what, make, onClose }: Props) {
  const { number, title, site, practice } = useDocument();
  const revision = useAppSelector((state) => state.sync.revision);
  const [paper, setPaper] = useState<SheetName>(practice === 'na' ? 'Tabloid' : 'A3');
  const drawing = useMemo(make, [make]);
  const page = useMemo(
    () => framed(drawing, paper, { number, title, site, what, revision: `rev ${revision}` }),
    [drawing, paper, number, title, site, what, revision],
  );
  const name = `${number}-${what.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`;
  const save = async (kind: 'svg' | 'pdf' | 'dxf') => {
    if (kind === 'svg') saveAs(`${name}.svg`, writeDrawing(page), 'image/svg+xml');
    else if (kind === 'dxf') saveAs(`${name}.dxf`, writeDxf(page), 'image/vnd.dxf');
    else {
      const { drawingPdf } = await import('../label/drawingPdf');
      saveAs(`${name}.pdf`, await drawingPdf([page], `${number} ${what}`), 'application/pdf');
    }
  };
  return (
    <Over open title={`Save: ${what}`} onClose={onClose}>
      <Label>Paper</Label>
      <Choice aria-label="Paper" value={paper} onChange={({ target }) => setPaper(target.value as SheetName)}>
        {Object.keys(SHEETS).map((one) => (
          <option key={one} value={one}>
            {one}, lying
          </option>
        ))}
      </Choice>
      <Box mt="8px" data-scale={page.scale}>
        Scale: {page.scale}. Print at 100 %.
      </Box>
      {page.isSmall && <Note tone="look">Its smallest letters come out under 1.8 mm. Take a larger paper, or a part of the drawing.</Note>}
      <Flex gap="10px" mt="12px" wrap="wrap">
        <Button type="button" look="strong" onClick={() => void save('pdf')}>
          PDF
        </Button>
        <Button type="button" onClick={() => void save('svg')}>
          SVG
        </Button>
        <Button type="button" onClick={() => void save('dxf')}>
          DXF, for CAD
        </Button>
        <Button type="button" onClick={onClose}>
          Close
        </Button>
      </Flex>
    </Over>
  );
}
