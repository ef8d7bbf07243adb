import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { arrangementFor, type Brief, baseFor, CALLERS, type Caller, circuitOf, polesNeeded } from '#core/brief';
import { emptyCircuit, wrong } from '#core/circuit';
import { growPattern, PATTERNS } from '#core/panel';
import { sizeHeater, sizeMotor } from '#core/size';
import { readTyped } from '#core/units';
import { CALLER_WORDS, tellArrangement, tellFigure, tellSized } from '#core/words';
import { Outside } from '../frame/Outside';
import { newCircuitId } from '../store/ids';
import { useCreateCircuitMutation } from '../store/server';
import { Choice } from '../ui/Choice';
import { Button, Field, Heading, Label, Note } from '../ui/parts';
import { Box, Flex } from '../ui/styled';

type Text = Record<'title' | 'lineV' | 'hp' | 'kw' | 'watts' | 'loadA' | 'lockedA' | 'transformerVa' | 'cableM' | 'goOn' | 'goOff', string>;
const EMPTY: Text = {
  title: '',
  lineV: '',
  hp: '',
  kw: '',
  watts: '',
  loadA: '',
  lockedA: '',
  transformerVa: '',
  cableM: '',
  goOn: '',
  goOff: '',
};

/** A handful of facts and no circuit yet: what must be switched, from what, by what. They become a circuit that is judged like any other. */
export default function BriefPage() {
  const { job = '' } = useParams();
  const navigate = useNavigate();
  const [create] = useCreateCircuitMutation();
  const [text, setText] = useState<Text>(EMPTY);
  const [choices, setChoices] = useState({
    practice: 'na' as 'na' | 'iec',
    phases: '1',
    load: 'motor' as Brief['load'],
    controlV: '24',
    caller: 'switch-1' as Caller,
    pattern: '',
  });
  const [problem, setProblem] = useState<string>();
  const bad = (Object.keys(EMPTY) as (keyof Text)[]).filter((name) => name !== 'title' && whyNot(text[name]) !== undefined);
  const pattern = PATTERNS.find(({ name }) => name === choices.pattern);
  // a pattern says itself how many phases it hangs on
  const isThree = pattern ? Object.values(pattern.kinds).includes('supply-3ph-wye') : choices.phases === '3';
  const brief: Brief = {
    title: text.title,
    site: choices.practice === 'na' ? 'Quarry Road' : 'Mill Lane',
    practice: choices.practice,
    hz: choices.practice === 'na' ? 60 : 50,
    phases: isThree ? 3 : 1,
    load: choices.load,
    caller: choices.caller,
    controlV: choices.controlV === 'line' ? 'line' : (Number(choices.controlV) as 24 | 120),
    lineV: numberOf(text.lineV),
    hp: numberOf(text.hp),
    kw: numberOf(text.kw),
    watts: numberOf(text.watts),
    loadA: numberOf(text.loadA),
    lockedA: numberOf(text.lockedA),
    transformerVa: numberOf(text.transformerVa),
    cableM: numberOf(text.cableM),
  };
  const sized =
    brief.load === 'motor'
      ? sizeMotor(
          { volts: brief.lineV, phases: brief.phases, hp: brief.hp, kw: brief.kw, nameplateA: brief.loadA, lockedA: brief.lockedA },
          brief.practice,
        )
      : sizeHeater({
          watts: brief.watts ?? (brief.kw === undefined ? undefined : brief.kw * 1000),
          ratedV: brief.lineV,
          phases: brief.phases,
        });
  const count = (name: 'goOn' | 'goOff'): number => Math.min(99, Math.floor(numberOf(text[name]) ?? 0));
  const acts = [
    ...Array.from({ length: count('goOn') }, () => 'on' as const),
    ...Array.from({ length: count('goOff') }, () => 'off' as const),
  ];
  const arrangement = arrangementFor(acts);
  const grow = (): ReturnType<typeof circuitOf> => {
    if (!pattern) return circuitOf(brief);
    const loadA = brief.loadA ?? runningA(sized);
    if (brief.lineV === undefined || loadA === undefined)
      return wrong({
        code: 'facts',
        at: 'pattern',
        message: 'A pattern needs the volts of the line and the amps of its loads: type both, or the power that gives the amps.',
      });
    const base = { ...emptyCircuit, number: 'NEW', title: brief.title || pattern.title, site: brief.site, practice: brief.practice };
    return growPattern(base, pattern, { supplyV: brief.lineV, hz: brief.hz, loadA });
  };
  const make = async () => {
    const made = grow();
    if (!made.ok) return setProblem(made.problems.map(({ message }) => message).join(' '));
    const sent = await create({ job, id: newCircuitId(), document: made.value });
    if ('error' in sent) return setProblem(String(sent.error));
    return navigate(`/circuits/${sent.data.id}/${pattern ? 'prove' : 'parts'}`);
  };
  const field = (label: string, name: keyof Text, unit: string, width = '90px') => (
    <Flex align="center" justify="space-between" gap="8px" py="4px" borderBottom="1px dashed" borderColor="hairline">
      <label htmlFor={`brief-${name}`}>{label}</label>
      <Flex align="baseline" gap="4px">
        <Field
          id={`brief-${name}`}
          w={width}
          textAlign={name === 'title' ? 'left' : 'right'}
          inputMode={name === 'title' ? 'text' : 'decimal'}
          value={text[name]}
          placeholder={name === 'title' ? 'Misting pump 2' : 'not known'}
          onChange={({ target }) => setText({ ...text, [name]: target.value })}
          aria-invalid={bad.includes(name)}
        />
        <Box as="span" color="muted" minW="26px" fontSize="13px">
          {unit}
        </Box>
      </Flex>
    </Flex>
  );
  const pick = (label: string, name: keyof typeof choices, options: readonly (readonly [string, string])[]) => (
    <Flex align="center" justify="space-between" gap="8px" py="4px" borderBottom="1px dashed" borderColor="hairline">
      <label htmlFor={`brief-${name}`}>{label}</label>
      <Choice id={`brief-${name}`} value={choices[name]} onChange={({ target }) => setChoices({ ...choices, [name]: target.value })}>
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </Choice>
    </Flex>
  );
  return (
    <Outside title="From a few facts" job={job} width="760px">
      <Heading as="h1" fontSize="22px">
        From a few facts
      </Heading>
      <Box color="muted" fontSize="14px">
        What is not known stays empty: it is not guessed, and whatever hangs on it cannot be cleared.
      </Box>
      <Label>The load</Label>
      {field('Name', 'title', '', '220px')}
      {pick('Practice', 'practice', [
        ['na', 'North American, 60 Hz'],
        ['iec', 'IEC, 50 Hz'],
      ])}
      {pick('Load', 'load', [
        ['motor', 'motor'],
        ['heater', 'heater'],
        ['lamp', 'lamps'],
      ])}
      {field('Line', 'lineV', 'V')}
      {!pattern &&
        pick('Phases', 'phases', [
          ['1', 'single phase'],
          ['3', 'three phases'],
        ])}
      {choices.load === 'motor'
        ? choices.practice === 'na'
          ? field('Power', 'hp', 'hp')
          : field('Power', 'kw', 'kW')
        : field('Power', 'watts', 'W')}
      {field('Running, by nameplate', 'loadA', 'A')}
      {choices.load === 'motor' && field('Locked rotor, by nameplate', 'lockedA', 'A')}
      <Label>The control</Label>
      {pick('Grows into', 'pattern', [['', 'one load, called by one thing'], ...PATTERNS.map(({ name, title }) => [name, title] as const)])}
      {pattern && (
        <Box fontSize="13.5px" color="muted" data-about>
          {pattern.about} Volts and amps above are taken for it, the rest of its parts is assumed until it is read.
        </Box>
      )}
      {!pattern &&
        pick('Control volts', 'controlV', [
          ['24', '24 V from a transformer'],
          ['120', '120 V from a transformer'],
          ['line', 'the line itself'],
        ])}
      {!pattern && choices.controlV !== 'line' && field('Transformer', 'transformerVa', 'VA')}
      {!pattern &&
        pick(
          'What calls',
          'caller',
          CALLERS.map((one) => [one, CALLER_WORDS[one]] as const),
        )}
      {!pattern && field('Control cable, one way', 'cableM', 'm')}
      {!pattern && (
        <>
          <Label>Several circuits from one call</Label>
          {field('Go on with the call', 'goOn', 'circuits')}
          {field('Go off with the call', 'goOff', 'circuits')}
          {acts.length > 0 && (
            <Box fontSize="14px" py="4px">
              {tellArrangement(arrangement)}
              {arrangement.part === 'changeover relay' &&
                ` Usual base: ${baseFor(Math.max(count('goOn'), count('goOff'))) ?? 'none that common'}.`}
              {brief.lineV !== undefined &&
                brief.lineV >= 200 &&
                brief.practice === 'na' &&
                ` Between two hot legs: ${polesNeeded(count('goOn'), 2)} poles to break both legs of each.`}
            </Box>
          )}
        </>
      )}
      <Note tone={sized.verdict === 'good' ? 'good' : 'look'}>
        <strong>{tellSized(sized)}</strong>
        {sized.figures.map(tellFigure).map(
          ({ name, value, source }) =>
            value !== undefined && (
              <Box key={`${name}${value}`} fontSize="13px">
                {name}: {value} ({source})
              </Box>
            ),
        )}
      </Note>
      {bad.length > 0 && <Note>{bad.map((name) => whyNot(text[name])).join(' ')}</Note>}
      {problem && (
        <Note tone="danger" role="alert">
          {problem}
        </Note>
      )}
      <Button type="button" look="strong" disabled={bad.length > 0} onClick={() => void make()}>
        {pattern ? 'Make the circuit' : 'Show what fits'}
      </Button>
    </Outside>
  );
}

/** The amps that a sizing comes to, where it comes to any. */
const runningA = ({ said }: ReturnType<typeof sizeMotor>): number | undefined =>
  said.code === 'motor' ? said.runA : said.code === 'heater' ? said.lineA : undefined;

const numberOf = (text: string): number | undefined => {
  const read = readTyped(text);
  return read.is === 'number' ? read.value : undefined;
};

/** Why a figure cannot be taken; undefined where it can, or where there is none. */
function whyNot(text: string): string | undefined {
  const read = readTyped(text);
  if (read.is === 'unclear') return read.why;
  return read.is === 'number' && read.value <= 0 ? `"${text}" is no number above 0.` : undefined;
}
