import { type Circuit, type Device, type DeviceId, deviceOf } from '#core/circuit';
import { schoolOf } from '#core/schools';
import { amount, figures } from '#core/units';
import { schoolWords } from '#core/words';
import { useJudged } from '../bench/BenchProvider';
import { FindingNote } from '../plates/FindingNote';
import { TransformerCard } from '../plates/TransformerCard';
import { useDocument, usePractice } from '../store/select';
import { Heading, Label, Mono, Note, Row } from '../ui/parts';
import { Box } from '../ui/styled';
import { TONE } from '../ui/verdicts';
import { SagLine } from './SagLine';

/** What stands behind a choice: the transformer that the coil hangs on, its sag and its fuse, and what is found at the device. */
export function StudyPlate({ device }: { device: Device }) {
  const { study } = useJudged();
  const document = useDocument();
  const practice = usePractice();
  if (!study) return <Box color="muted">Checking every state…</Box>;
  const own = study.findings.filter(({ devices }) => devices.includes(device.id));
  const coil = study.coils.find((one) => one.device === device.id);
  const transformer =
    study.transformers.find((one) => one.device === device.id) ??
    study.transformers.find((one) => one.loads.some(({ tag }) => tag === device.tag)) ??
    study.transformers.find((one) => isNear(document, one.device, device));
  const tag = transformer && document.devices[transformer.device]?.tag;
  const leg = schoolOf(practice, 'fuseLeg');
  return (
    <>
      <Heading>
        {device.tag} {device.title}
      </Heading>
      {coil && (
        <Note tone={TONE[coil.verdict]} data-verdict={coil.verdict}>
          {coil.says}
        </Note>
      )}
      {own
        .filter(({ rule }) => rule !== 'coil-window')
        .map((finding) => (
          <FindingNote key={finding.id} finding={finding} />
        ))}
      {own.length === 0 && !coil && <Box fontSize="14px">Nothing is wrong with it here.</Box>}
      {transformer && transformer.va !== null && (
        <>
          <Box mt="14px" />
          {transformer.device !== device.id && (
            <Heading as="h3">
              {tag} {document.devices[transformer.device]?.title}
            </Heading>
          )}
          <TransformerCard transformer={transformer} now={null} />
          <SagLine
            va={transformer.va}
            secondaryV={transformer.secondaryV}
            heldVa={transformer.heldVa}
            worstVa={transformer.worstVa}
            lowestV={transformer.lowestV}
            needV={transformer.needV ?? undefined}
          />
          <Label>Fuse</Label>
          <Row>
            <span>
              {figures(transformer.va)} VA ÷ {figures(transformer.secondaryV)} V
            </span>
            <Mono>{amount(transformer.va / transformer.secondaryV, 'A')}</Mono>
          </Row>
          <Row>
            <span>This job puts it</span>
            <strong>{schoolWords.fuseLeg.choices[leg].words}</strong>
          </Row>
          <Box fontSize="13px" color="muted">
            {schoolWords.fuseLeg.choices[leg].reason} Change it in job practice.
          </Box>
        </>
      )}
    </>
  );
}

/** Whether a wire goes from one device to the other. */
const isNear = (document: Circuit, one: DeviceId, { id: other }: Device): boolean =>
  Object.values(document.conductors).some(({ ends }) => {
    const ids = ends.flatMap((end) => (end ? [deviceOf(end)] : []));
    return ids.includes(one) && ids.includes(other);
  });
