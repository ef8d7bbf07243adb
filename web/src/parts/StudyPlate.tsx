import { Box } from '@chakra-ui/react';
import { type Device, deviceOf } from '#core/circuit';
import { SCHOOLS, schoolOf } from '#core/size';
import { amount, figures } from '#core/units';
import { useAppSelector } from '../app/store';
import { useBench } from '../circuit/BenchProvider';
import { TransformerCard } from '../prove/TransformerCard';
import { Heading, Label, Mono, Note, Row } from '../ui/parts';
import { TONE } from '../ui/verdicts';
import { SagLine } from './SagLine';

/** What stands behind a choice: the transformer that the coil hangs on, its sag and its fuse, and what is found at the device. */
export function StudyPlate({ device }: { device: Device }) {
  const { study } = useBench();
  const document = useAppSelector((state) => state.circuit.document)!;
  const practice = useAppSelector((state) => state.practice.practice);
  if (!study) return <Box color="muted">Checking every state…</Box>;
  const own = study.findings.filter(({ devices }) => devices.includes(device.id));
  const coil = study.coils.find((one) => one.device === device.id);
  const transformer =
    study.transformers.find((one) => one.device === device.id) ??
    study.transformers.find((one) => one.loads.some(({ tag }) => tag === device.tag)) ??
    study.transformers.find((one) => isNear(document, one.device, device));
  const tag = transformer && document.devices[transformer.device]?.tag;
  const needs =
    transformer &&
    study.coils
      .filter((one) => transformer.loads.some((load) => load.tag === document.devices[one.device]?.tag))
      .map((one) => one.window?.mustCloseV ?? 0);
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
          <Note key={finding.id} tone={TONE[finding.verdict]}>
            <strong>
              {finding.verdict}: {finding.title}.
            </strong>{' '}
            {finding.reason} {finding.remedy}
            <Box fontSize="12px" color="muted">
              {finding.limitKind} by {finding.source}
            </Box>
          </Note>
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
            needV={needs && needs.length > 0 ? Math.max(...needs) : undefined}
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
            <strong>{SCHOOLS.fuseLeg.choices.find(({ value }) => value === leg)?.words}</strong>
          </Row>
          <Box fontSize="13px" color="muted">
            {SCHOOLS.fuseLeg.choices.find(({ value }) => value === leg)?.reason} Change it in job practice.
          </Box>
        </>
      )}
    </>
  );
}

const isNear = (
  document: { conductors: Record<string, { ends: readonly [unknown, unknown] }> },
  transformer: string,
  device: Device,
): boolean =>
  Object.values(document.conductors).some(({ ends }) => {
    const ids = ends.map((end) => (typeof end === 'string' ? deviceOf(end as never) : undefined));
    return ids.includes(transformer as never) && ids.includes(device.id);
  });
