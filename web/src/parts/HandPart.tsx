import { useState } from 'react';
import type { Circuit, Device, FieldFacts } from '#core/circuit';
import { type DeviceFamily, familyList, familyOf, kindOfPart, printed, type StockPart } from '#core/devices';
import { ratingFigures, readCoilPrint, readRatingPrint, readSupplyPrint, supplyFigures } from '#core/size';
import { inSentence } from '#core/units';
import { tellCoilPrint, tellPrintDoubts, tellRatingDoubts, tellRatingPrint, tellSupplyDoubts, tellSupplyPrint } from '#core/words';
import { NameplateForm } from '../plates/NameplateForm';
import { useDocument } from '../store/select';
import { Choice } from '../ui/Choice';
import { FactChoice } from '../ui/FactChoice';
import { Button, Field, Label } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

/** Usual coils: one tap instead of typing. */
const USUAL = ['24 V 50/60 Hz', '120 V 60 Hz', '208-240 V 60 Hz', '230 V 50 Hz', '24 V DC'];
const isCoilField = (name: string) => /^(coil|inrush|sealed)/.test(name);

/** A blank part of the device's own kind: nothing of the old nameplate is taken over unread. */
export const blankHand = (device: Device, { families }: Pick<Circuit, 'families'>): StockPart => ({
  id: 'phand',
  title: 'the part in hand',
  family: device.family,
  nameplate: {},
  print: '',
  van: '',
  shelf: '',
  count: 1,
  notes: '',
  body: null,
  own: families[device.family as keyof typeof families] ?? null,
});

/** The nameplate fields that a coil's print fills. */
function coilFields(print: string): StockPart['nameplate'] | undefined {
  const read = readCoilPrint(print);
  const first = read?.points[0];
  if (!read || !first) return undefined;
  const both = read.points.length === 2 && read.points.every(({ lowV }) => lowV === first.lowV);
  const other = read.points.find((one) => one.lowV !== first.lowV);
  return {
    ...(read.current ? { coilKind: printed(read.current) } : {}),
    coilV: printed(first.lowV),
    ...(first.highV > first.lowV ? { coilHighV: printed(first.highV) } : {}),
    ...(both ? { coilHz: printed('50/60') } : first.hz ? { coilHz: printed(String(first.hz)) } : {}),
    ...(other ? { coilOtherV: printed(other.lowV) } : {}),
    ...(read.dualLowV ? { coilDualV: printed(read.dualLowV) } : {}),
    ...(read.sealedVa ? { sealedVa: printed(read.sealedVa) } : {}),
    ...(read.inrushVa ? { inrushVa: printed(read.inrushVa) } : {}),
  };
}

/** What else a coil's print may tell, asked where it matters: how halves are joined, which end is plus, whether it may stay on. */
function coilFacts({ fields }: DeviceFamily, { nameplate }: StockPart): [string, FieldFacts][] {
  const asked = [
    ...(nameplate.coilDualV ? ['coilHalves'] : []),
    ...(nameplate.coilKind?.value === 'DC' ? ['coilPlus'] : []),
    ...(fields.coilDuty?.typical ? ['coilDuty'] : []),
  ];
  return asked.flatMap((name): [string, FieldFacts][] => (fields[name] ? [[name, fields[name]]] : []));
}

/** A nameplate with one field read, or not read any more. */
function withField(nameplate: StockPart['nameplate'], name: string, value: string | null): StockPart['nameplate'] {
  const { [name]: _old, ...rest } = nameplate;
  return value === null ? rest : { ...rest, [name]: printed(value) };
}

const hasCoil = (family: DeviceFamily): boolean => family.fields.coilV !== undefined;

interface Props {
  readonly device: Device;
  readonly hand: StockPart;
  readonly onChange: (hand: StockPart) => void;
}

/** What is printed on the part in the hand: picks for the usual, a field for the rest, one thing at a time. */
export function HandPart({ device, hand, onChange }: Props) {
  const [problem, setProblem] = useState<string>();
  const own = familyOf(device, useDocument());
  const family = kindOfPart(hand) ?? own;
  const alike = familyList.filter(([, one]) => one.group === own.group && hasCoil(one) === hasCoil(own));
  const setCoil = (print: string) => {
    const fields = coilFields(print);
    if (!fields) return setProblem(`"${print}" holds no volts. Type it as printed, such as 24 VAC 60 or 208-240V 60Hz.`);
    setProblem(fields.coilKind ? undefined : 'AC or DC is not in it: read on, or pick one above. It is not guessed from the volts.');
    const rest = Object.fromEntries(Object.entries(hand.nameplate).filter(([name]) => !name.startsWith('coil')));
    return onChange({ ...hand, print, nameplate: { ...rest, ...fields } });
  };
  const ratings = Object.entries(family.fields).filter(
    ([name, facts]) =>
      !isCoilField(name) && (facts.kind === 'number' ? facts.optional || !facts.typical : facts.optional === true && name !== 'base'),
  );
  const sameRatings = () =>
    onChange({
      ...hand,
      nameplate: {
        ...hand.nameplate,
        ...Object.fromEntries(
          Object.entries(device.nameplate).filter(([name, { value }]) => !name.startsWith('coil') && family.fields[name] && value !== null),
        ),
      },
    });
  const ofOneFrame = alike.filter(([, one]) => own.variant !== undefined && one.variant?.of === own.variant.of);
  return (
    <Box as="section" aria-label="Read it from the part">
      {hasCoil(family) && (
        <>
          <Label>Coil, as printed on it</Label>
          <Flex gap="6px" wrap="wrap">
            {USUAL.map((print) => (
              <Button
                key={print}
                type="button"
                look={hand.print === print ? 'strong' : 'plain'}
                aria-pressed={hand.print === print}
                onClick={() => setCoil(print)}
              >
                {print.replace('-', '–')}
              </Button>
            ))}
          </Flex>
          <Flex align="center" gap="6px" mt="6px" fontSize="14px">
            <label htmlFor="hand-print">or typed</label>
            <Field
              id="hand-print"
              key={hand.print}
              w="170px"
              textAlign="left"
              defaultValue={USUAL.includes(hand.print) ? '' : hand.print}
              placeholder="24 VAC 50/60"
              onChange={({ target }) =>
                target.value.trim() !== '' &&
                coilFields(target.value)?.coilKind &&
                onChange({ ...hand, nameplate: { ...hand.nameplate, ...coilFields(target.value) } })
              }
              onBlur={({ target }) => target.value.trim() !== '' && setCoil(target.value)}
              onKeyDown={(event) => event.key === 'Enter' && setCoil(event.currentTarget.value)}
            />
          </Flex>
          {problem && (
            <Box role="alert" color="look" fontSize="13px">
              {problem}
            </Box>
          )}
          <Told print={hand.print} />
        </>
      )}
      {coilFacts(family, hand).map(([name, facts]) => (
        <Flex key={name} align="center" justify="space-between" gap="6px" py="3px" fontSize="14px">
          <label htmlFor={`hand-${name}`}>{facts.label}</label>
          <FactChoice
            id={`hand-${name}`}
            facts={facts}
            value={hand.nameplate[name]?.value ?? null}
            empty={name === 'coilHalves' ? 'not seen' : 'not printed'}
            onChoose={(chosen) => onChange({ ...hand, nameplate: withField(hand.nameplate, name, chosen) })}
          />
        </Flex>
      ))}
      <Label>Kind</Label>
      <Flex gap="6px" wrap="wrap" align="center">
        {ofOneFrame.length > 1 &&
          ofOneFrame.map(([name, one]) => (
            <Button
              key={name}
              type="button"
              look={name === hand.family ? 'strong' : 'plain'}
              aria-pressed={name === hand.family}
              onClick={() => onChange({ ...hand, family: name })}
            >
              {one.variant?.as}
            </Button>
          ))}
        <Choice aria-label="Kind of part" value={hand.family} onChange={({ target }) => onChange({ ...hand, family: target.value })}>
          {alike.map(([name, one]) => (
            <option key={name} value={name}>
              {one.title}
            </option>
          ))}
        </Choice>
      </Flex>
      <Label>Ratings, as printed on it</Label>
      <RatingsTyped
        key={`${device.id} ${hand.family}`}
        family={family}
        onRead={(read, before) => {
          const kept = Object.entries(hand.nameplate).filter(([name]) => !before.includes(name));
          onChange({ ...hand, nameplate: { ...Object.fromEntries(kept), ...read } });
        }}
      />
      <Button type="button" onClick={sameRatings}>
        Same print as the old one
      </Button>
      <NameplateForm
        id={`hand-${hand.family}`}
        fields={family.fields}
        names={ratings.map(([name]) => name)}
        nameplate={hand.nameplate}
        empty="not read"
        onSet={(name, to) => onChange({ ...hand, nameplate: { ...hand.nameplate, [name]: to } })}
      />
    </Box>
  );
}

/** What was read of a print, told back, with what is to be asked and what was left out. */
function Told({ print }: { print: string }) {
  const read = readCoilPrint(print);
  if (!read) return null;
  return (
    <Box fontSize="13px" color="muted" data-print-read>
      Read: {tellCoilPrint(read)}.
      {tellPrintDoubts(read).map((words) => (
        <Box key={words} color="look">
          {words}
        </Box>
      ))}
    </Box>
  );
}

/** A print as it was read: figures for a nameplate, what is told back, what is asked. */
interface PrintRead {
  readonly figures: Readonly<Record<string, number | string>>;
  readonly told: string;
  readonly doubts: readonly string[];
}

/** Reads what is printed on a part of a kind: sides and systems of a supply, ratings of everything else. */
function readPrint(print: string, family: DeviceFamily): PrintRead | undefined {
  if (family.group === 'supply') {
    const read = readSupplyPrint(print);
    return read && { figures: supplyFigures(read, family.is ?? {}), told: tellSupplyPrint(read), doubts: tellSupplyDoubts(read) };
  }
  const read = readRatingPrint(print);
  return read && { figures: ratingFigures(read), told: tellRatingPrint(read), doubts: tellRatingDoubts(read) };
}

/** A rating's print, typed as it stands: what is read is told back and entered, what is not understood is said. */
interface TypedProps {
  readonly family: DeviceFamily;
  /** @param before names that the print before it had entered: they go with it */
  readonly onRead: (read: StockPart['nameplate'], before: readonly string[]) => void;
}

function RatingsTyped({ family, onRead }: TypedProps) {
  const [print, setPrint] = useState('');
  const [entered, setEntered] = useState<readonly string[]>([]);
  const read = print.trim() === '' ? undefined : readPrint(print, family);
  const figures = Object.entries(read?.figures ?? {});
  const example = family.group === 'supply' ? 'PRI 120V SEC 24V 40VA 60Hz' : '10A 250VAC 30VDC B300';
  const fits = ([name, value]: (typeof figures)[number]): boolean => {
    const facts = Object.hasOwn(family.fields, name) ? family.fields[name] : undefined;
    return facts !== undefined && (facts.kind !== 'choice' || facts.choices?.includes(String(value)) === true);
  };
  const enter = () => {
    const own = figures.filter(fits);
    setEntered(own.map(([name]) => name));
    onRead(Object.fromEntries(own.map(([name, value]) => [name, printed(value)])), entered);
  };
  const taken = new Set(figures.filter(fits).map(([, value]) => value));
  const spare = new Set(figures.flatMap(([, value]) => (taken.has(value) ? [] : [value])));
  return (
    <>
      <Flex align="center" gap="6px" mb="6px" fontSize="14px">
        <label htmlFor="hand-ratings">typed</label>
        <Field
          id="hand-ratings"
          flex="0 1 420px"
          minW="0"
          textAlign="left"
          value={print}
          placeholder={example}
          onChange={({ target }) => setPrint(target.value)}
          onBlur={enter}
          onKeyDown={(event) => event.key === 'Enter' && enter()}
        />
      </Flex>
      {print.trim() !== '' && (
        <Box fontSize="13px" mb="6px" role="status">
          {read ? `Read: ${read.told}.` : `"${print}" holds no figure. Type it as printed, such as ${example}.`}
          {read?.doubts.map((doubt) => (
            <Box key={doubt}>{doubt}</Box>
          ))}
          {read && figures.filter(fits).length === 0 && (
            <Box>Nothing of it is entered: {inSentence(family.title)} has no place for it.</Box>
          )}
          {spare.size > 0 && <Box>Not entered, this kind has no place for it: {[...spare].join(', ')}.</Box>}
        </Box>
      )}
    </>
  );
}
