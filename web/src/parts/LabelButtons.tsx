import type { TwinAnswer } from '#core/bench';
import type { Circuit, Device } from '#core/circuit';
import { asDevice, knowing, type StockPart } from '#core/devices';
import { labelOf } from '#core/words';
import { useAppSelector } from '../store/store';
import { Button, Label } from '../ui/parts';
import { saveAs } from '../ui/saveAs';
import { Flex } from '../ui/styled';

interface Props {
  readonly device: Device;
  readonly document: Circuit;
  readonly part: StockPart | undefined;
  readonly twin: TwinAnswer | undefined;
}

/** The label that the next person needs, and the verdict as a page: to print, or to keep. */
export function LabelButtons({ device, document, part, twin }: Props) {
  const { id, job } = useAppSelector((state) => state.document);
  const revision = useAppSelector((state) => state.sync.revision);
  const shown = part ? { ...asDevice(part, device), title: device.title } : device;
  const blocked = twin && (twin.verdict === 'block' || [...twin.brings, ...twin.stands].some(({ verdict }) => verdict === 'block'));
  const make = async (kind: 'svg' | 'pdf') => {
    const { labelPdf, labelSvg, qrText } = await import('../label/printLabel');
    const label = labelOf(part ? knowing(document, part) : document, shown, revision);
    const code = qrText(window.location, { job: job ?? '', circuit: id ?? '', tag: device.tag, revision });
    if (kind === 'svg') saveAs(`${device.tag}-label.svg`, await labelSvg(label, code), 'image/svg+xml');
    else saveAs(`${device.tag}-label.pdf`, await labelPdf(label, code), 'application/pdf');
  };
  const verdict = async () => {
    if (!twin || !part) return;
    const { verdictPdf } = await import('../label/printLabel');
    const lines = [
      `${document.site} ${document.number} ${document.title}, revision ${revision}`,
      `${device.tag} ${device.title}: ${part.title}`,
      `${twin.verdict.toUpperCase()}: ${twin.says}`,
      ...[twin.deed, ...twin.differences].map((one) => `${one.what}: ${one.was} / ${one.is}${one.words ? `. ${one.words}` : ''}`),
      ...[...twin.brings, ...twin.stands].map(
        (one) => `${one.verdict.toUpperCase()}: ${one.title}. ${one.reason} ${one.remedy} Source: ${one.source}`,
      ),
      ...twin.at.map(({ hz, word, volts }) => `At ${hz} Hz: ${word}${volts === null ? '' : `, ${volts.toFixed(1)} V at pull-in`}`),
      `Seen in ${twin.statesSeen} input states. A model of the circuit as drawn; local codes and licensed practice rule.`,
    ];
    saveAs(`${device.tag}-verdict.pdf`, await verdictPdf(lines), 'application/pdf');
  };
  return (
    <>
      <Label>For the next person</Label>
      <Flex gap="6px" wrap="wrap">
        <Button type="button" disabled={blocked} onClick={() => void make('svg')}>
          Label (SVG)
        </Button>
        <Button type="button" disabled={blocked} onClick={() => void make('pdf')}>
          Label (PDF)
        </Button>
        {twin && part && (
          <Button type="button" onClick={() => void verdict()}>
            Save this verdict (PDF)
          </Button>
        )}
      </Flex>
      {blocked && <p>No label while a finding blocks it.</p>}
    </>
  );
}
