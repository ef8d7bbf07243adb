import type { Catalogue } from './catalogue';
import { fine, type Problem, type Result } from './problem';
import { type Circuit, circuitSchema, type Device, type TerminalId } from './schema';
import { deviceOf, markOf } from './spelling';

/**
 * Parses an outside document: shape first, then references. All problems are told at once.
 * @param outside parsed JSON of any shape
 */
export function readCircuitDocument(outside: unknown, catalogue: Catalogue): Result<Circuit> {
  if (typeof outside === 'object' && outside !== null && 'schema' in outside && outside.schema !== 1) {
    return {
      ok: false,
      problems: [
        {
          code: 'unknown-version',
          at: 'schema',
          message: `The file says schema ${String(outside.schema)}; this program reads schema 1. Open it with a newer version.`,
        },
      ],
    };
  }
  const parsed = circuitSchema.safeParse(outside);
  if (!parsed.success) {
    return {
      ok: false,
      problems: parsed.error.issues.slice(0, 50).map((issue) => ({
        code: 'bad-shape',
        at: issue.path.join('.') || '(the whole file)',
        message: `${issue.path.join('.') || 'The file'}: ${issue.message}.`,
      })),
    };
  }
  const problems = validateCircuit(parsed.data, catalogue);
  return problems.length === 0 ? fine(parsed.data) : { ok: false, problems };
}

/** What the shape cannot say: every reference leads somewhere, tags are unique, families and marks are known. */
export function validateCircuit(circuit: Circuit, catalogue: Catalogue): Problem[] {
  const problems: Problem[] = [];
  const say = (code: string, at: string, message: string) => problems.push({ code, at, message });
  const seen = new Map<string, Device>();
  for (const [key, device] of Object.entries(circuit.devices)) {
    if (key !== device.id)
      say(
        'key-is-not-id',
        `devices.${key}`,
        `Device ${device.tag} is filed under ${key} but its id is ${device.id}. File it under its id.`,
      );
    const other = seen.get(device.tag);
    if (other) say('tag-twice', `devices.${key}.tag`, `Two devices are called ${device.tag}. Give one of them another tag.`);
    seen.set(device.tag, device);
    const family = catalogue.family(device.family);
    if (!family) {
      say(
        'unknown-family',
        `devices.${key}.family`,
        `${device.tag} is of family "${device.family}", which is not known here. Pick one of the families listed by "mando devices".`,
      );
      continue;
    }
    for (const [name, field] of Object.entries(device.nameplate))
      problems.push(...fieldProblems(device, name, field.value, family.fields[name]));
  }
  const terminalProblem = (terminal: TerminalId, at: string, what: string) => {
    const device = circuit.devices[deviceOf(terminal)];
    const family = device && catalogue.family(device.family);
    if (!device)
      say(
        'no-such-device',
        at,
        `${what} ends at ${terminal}, but no device has that id. Land it on a device that is here, or leave the end loose.`,
      );
    else if (family && !family.terminals.includes(markOf(terminal)))
      say(
        'no-such-terminal',
        at,
        `${what} ends at ${device.tag}:${markOf(terminal)}; ${device.tag} has ${family.terminals.join(', ')}. Pick one.`,
      );
  };
  for (const [key, wire] of Object.entries(circuit.conductors)) {
    if (key !== wire.id)
      say(
        'key-is-not-id',
        `conductors.${key}`,
        `Wire ${wire.number} is filed under ${key} but its id is ${wire.id}. File it under its id.`,
      );
    wire.ends.forEach((end, index) => {
      if (end) terminalProblem(end, `conductors.${key}.ends.${index}`, `Wire ${wire.number}`);
    });
    if (wire.cable && !circuit.cables[wire.cable])
      say(
        'no-such-cable',
        `conductors.${key}.cable`,
        `Wire ${wire.number} is a core of cable ${wire.cable}, which is not here. Add the cable or clear the field.`,
      );
  }
  for (const position of ['control', 'isolated'] as const) {
    for (const device of circuit.powerSwitch[position].open)
      if (!circuit.devices[device])
        say('no-such-device', `powerSwitch.${position}.open`, `The power switch opens ${device}, which is not here.`);
    for (const terminal of circuit.powerSwitch[position].lift)
      terminalProblem(terminal, `powerSwitch.${position}.lift`, 'A lead that the power switch lifts');
  }
  return problems;
}

function fieldProblems(
  device: Device,
  name: string,
  value: unknown,
  facts?: { kind: string; label: string; unit: string; choices?: readonly string[]; least?: number; most?: number },
): Problem[] {
  const at = `devices.${device.id}.nameplate.${name}`;
  if (!facts) return [{ code: 'unknown-field', at, message: `${device.tag} has no nameplate field "${name}". Remove it.` }];
  if (value === null) return [];
  if (facts.kind === 'number') {
    if (typeof value !== 'number')
      return [
        {
          code: 'not-a-number',
          at,
          message: `${device.tag}, ${facts.label}: "${String(value)}" is not a number. Write it in ${facts.unit || 'plain digits'}.`,
        },
      ];
    const least = facts.least ?? 0;
    const most = facts.most ?? 1e6;
    if (value < least || value > most)
      return [
        {
          code: 'out-of-range',
          at,
          message: `${device.tag}, ${facts.label}: ${value} ${facts.unit} is outside ${least} to ${most}. Check the print.`,
        },
      ];
  }
  if (facts.kind === 'choice' && !facts.choices?.includes(String(value)))
    return [
      {
        code: 'not-a-choice',
        at,
        message: `${device.tag}, ${facts.label}: "${String(value)}" is not one of ${facts.choices?.join(', ')}.`,
      },
    ];
  return [];
}
