import { type Device, terminalId } from '#core/circuit';
import type { Fuse } from '#core/devices';
import { ampacity, nextSize, overloadShare, rulesOf, schoolOf, sizeMotor, smallConductorLimit } from '#core/size';
import { amount, spellSize, volts } from '#core/units';
import type { Finding } from '../finding';
import { type Rule, type Study, tell, tellUnread } from '../study';

/** Heaters, lamps and motors on volts other than their own. */
export const loadVoltsRule: Rule = {
  id: 'load-volts',
  title: 'A load against the volts it gets',
  source: 'P ∝ V²; common practice: 10 % over, 15 % under',
  run: ({ exploration }) =>
    [...exploration.loads].flatMap(([index, seen]): Finding[] => {
      const { part, device } = exploration.plan.parts[index]!;
      if (!('ratedV' in part) || part.kind === 'coil' || part.kind === 'electronics' || part.kind === 'timer') return [];
      if (part.ratedV === undefined)
        return [
          tellUnread(loadVoltsRule, device, '', {
            title: 'nameplate incomplete',
            consequence: 'What it draws, and what must carry it, is not known.',
            unread: 'Rated volts, watts or amps are not read.',
            remedy: 'Read the nameplate and enter it.',
          }),
        ];
      const ratio = seen.highestV / part.ratedV;
      if (ratio < 0.05 || (ratio >= 0.85 && ratio <= 1.1 + 1e-9)) return [];
      const heat = Math.round(ratio ** 2 * 100);
      // a 24 V secondary idles a fifth higher: a lamp on it lives shorter, it does not burn
      const over = part.ratedV <= 30 ? 1.21 : 1.1;
      return [
        tell(loadVoltsRule, device, '', {
          verdict: ratio >= 1.5 ? 'block' : ratio > over ? 'danger' : 'look',
          title: `${device.tag} gets ${volts(seen.highestV)}, made for ${part.ratedV}`,
          state: seen.state,
          is: seen.highestV,
          limit: part.ratedV * (ratio > 1 ? 1.1 : 0.85),
          unit: 'V',
          limitKind: 'typical',
          consequence: ratio > over ? 'It overheats.' : ratio > 1 ? 'It lives shorter.' : 'It gives little, and a motor may stall.',
          reason: `${heat} % of its rated watts.`,
          remedy: 'A load for these volts, or the volts for this load.',
        }),
      ];
    }),
};

/** Amps that the wire itself was meant for: the running amps, a quarter more where the load goes on for hours. */
export const conductorRule: Rule = {
  id: 'conductor-ampacity',
  title: 'A conductor against its amps',
  source: 'NEC Table 310.16 and 310.15(C)(1), IEC 60364-5-52, from memory',
  run: ({ exploration, circuit, practice, tables }) =>
    exploration.plan.conductors.flatMap(({ conductor, index }): Finding[] => {
      const carries = ampacity(
        conductor.size,
        {
          insulationC: 'awg' in conductor.size && conductor.size.awg > 14 ? 90 : 60,
          terminalC: 'awg' in conductor.size && conductor.size.awg > 14 ? 90 : 60,
        },
        tables,
      );
      const amps = exploration.conductorA[index]!;
      if (carries === undefined || amps <= carries + 1e-9) return [];
      const end = conductor.ends[0] ?? conductor.ends[1];
      const device = end && circuit.devices[end.slice(0, end.indexOf(':'))];
      return device
        ? [
            tell(conductorRule, device, conductor.id, {
              verdict: 'danger',
              title: `Wire ${conductor.number} is too thin`,
              is: amps,
              limit: carries,
              unit: 'A',
              consequence: 'Its insulation ages and burns.',
              reason: `${amount(amps, 'A')} through ${spellSize(conductor.size)}.`,
              remedy: `A thicker wire by the tables${rulesOf(practice, circuit.practice) === 'na' ? ' (NEC)' : ' (IEC)'}.`,
            }),
          ]
        : [];
    }),
};

/** Motors behind a short-circuit device let it be larger than the wire; everything else is held to the wire. */
export const deviceRule: Rule = {
  id: 'overcurrent-device',
  title: 'A breaker or fuse against its load and its wire',
  source: 'NEC 210.20(A), 240.4(D), 430.52; IEC 60364-4-43: from memory',
  run: (study) => {
    const { exploration, circuit, practice, tables } = study;
    const { plan } = exploration;
    const rules = rulesOf(practice, circuit.practice);
    const done = new Set<Device>();
    return [...exploration.fuseA].flatMap(([index, amps]): Finding[] => {
      const { device } = plan.parts[index]!;
      const fuse = plan.parts[index]!.part as Fuse;
      if (fuse.symbol === 'overload-heater' || done.has(device)) return [];
      done.add(device);
      if (fuse.ratingA === undefined)
        return [
          tellUnread(deviceRule, device, 'rating', {
            title: 'rating unknown',
            consequence: 'Nobody can say what it protects.',
            unread: 'Its amps are not read.',
            remedy: 'Read the rating and enter it.',
          }),
        ];
      const motors = motorsBehind(study, device);
      const found: Finding[] = [];
      const onMains = exploration.greatestToEarth[plan.nodeOf(terminalId(device.id, fuse.a))]! > 50;
      const heats = onMains && motors.length === 0;
      const needs = rules === 'na' && heats ? 1.25 * amps : amps;
      if (needs > fuse.ratingA * (1 + 1e-9))
        found.push(
          tell(deviceRule, device, 'load', {
            verdict: amps > fuse.ratingA ? 'danger' : 'look',
            title: `${device.tag} of ${fuse.ratingA} A for ${amount(amps, 'A')}${needs > amps ? ' that go on for hours' : ''}`,
            is: needs,
            limit: fuse.ratingA,
            unit: 'A',
            consequence: 'It opens in service.',
            reason: needs > amps ? `A continuous load counts 125 %: ${amount(needs, 'A')}.` : `${amount(amps, 'A')} run through it.`,
            remedy: `${String(nextSize(rules === 'na' ? tables.sizesNec : tables.sizesMcb, needs) ?? 'a larger')} A, with the wire for it.`,
          }),
        );
      if (motors.length > 0 && onMains) {
        const largest = motors.reduce((top, one) => (one.runA > top.runA ? one : top));
        const fast = fuse.curve === 'na-time-delay-motor' ? 'Time-delay fuse at most' : 'Inverse-time breaker at most';
        const sized = sizeMotor({ volts: largest.ratedV, phases: largest.phases, nameplateA: largest.runA }, 'na', tables);
        const most = sized.figures.find(({ name }) => name === fast)?.value;
        const others = amps - largest.runA;
        if (rules === 'na' && typeof most === 'number' && fuse.ratingA > most + Math.max(0, others) + 1e-9)
          found.push(
            tell(deviceRule, device, 'motor', {
              verdict: 'look',
              title: `${device.tag} of ${fuse.ratingA} A is large for ${largest.tag}`,
              is: fuse.ratingA,
              limit: most + Math.max(0, others),
              unit: 'A',
              consequence: 'A short in the motor is cleared late.',
              reason: `${fast.toLowerCase()} ${most} A and the others’ ${amount(Math.max(0, others), 'A')}.`,
              remedy: 'A smaller device that still rides the start.',
            }),
          );
      }
      const wires = plan.conductors.filter(({ conductor }) => conductor.ends.includes(terminalId(device.id, fuse.b)));
      const thin = wires
        .map(({ conductor }) => ({
          conductor,
          most: 'awg' in conductor.size ? smallConductorLimit(conductor.size.awg, tables) : ampacity(conductor.size, {}, tables),
        }))
        .find(({ most }) => most !== undefined && fuse.ratingA! > most + 1e-9);
      if (thin && motors.length === 0 && onMains)
        found.push(
          tell(deviceRule, device, 'wire', {
            verdict: 'look',
            title: `${device.tag} of ${fuse.ratingA} A on ${spellSize(thin.conductor.size)}`,
            is: fuse.ratingA,
            limit: thin.most,
            unit: 'A',
            consequence: 'A slow overload heats the wire before the device opens.',
            reason: `Wire ${thin.conductor.number} may have at most ${thin.most} A before it.`,
            remedy: 'A smaller device or a thicker wire; a tap to a control circuit may be shorter than the rule asks.',
          }),
        );
      return found;
    });
  },
};

interface MotorBehind {
  readonly tag: string;
  readonly runA: number;
  readonly ratedV: number | undefined;
  readonly phases: 1 | 3;
  readonly serviceFactor: number | undefined;
}

function motorsBehind({ exploration }: Study, device: Device) {
  const { plan } = exploration;
  const own = plan.partsIn(device.id).find(({ part }) => part.kind === 'fuse');
  if (own?.part.kind !== 'fuse') return [];
  // followed along wires and through devices that pass power, away from the device's load side
  const seen = new Set<string>();
  const found = new Map<string, MotorBehind>();
  const walk = (point: string, depth: number): void => {
    if (seen.has(point) || depth > 40) return;
    seen.add(point);
    for (const { conductor } of plan.conductors) {
      if (!conductor.ends.includes(point as never)) continue;
      for (const end of conductor.ends) if (end && end !== point) walk(end, depth + 1);
    }
    const id = point.slice(0, point.indexOf(':'));
    if (id === device.id) return;
    for (const { part, device: owner } of plan.partsIn(id as never)) {
      const at = (mark: string) => `${id}:${mark}` === point;
      if ((part.kind === 'motor' && (at(part.a) || at(part.b))) || (part.kind === 'motor3' && part.ends.some(at)))
        found.set(owner.tag, {
          tag: owner.tag,
          runA: part.runA,
          ratedV: part.ratedV,
          phases: part.kind === 'motor' ? 1 : 3,
          serviceFactor: part.serviceFactor,
        });
      if ((part.kind === 'contact' && part.duty === 'power') || part.kind === 'fuse' || part.kind === 'join') {
        if (part.b === '!earth') continue;
        if (at(part.a)) walk(`${id}:${part.b}`, depth + 1);
        if (at(part.b)) walk(`${id}:${part.a}`, depth + 1);
      }
    }
  };
  walk(terminalId(device.id, own.part.b), 0);
  return [...found.values()];
}

/** Every core of a sheath is insulated for the highest volts in it; extra-low beside mains asks for it above all. */
export const insulationRule: Rule = {
  id: 'insulation-in-sheath',
  title: 'Insulation against the highest volts in the sheath',
  source: 'NEC 300.3(C); IEC 60364-4-41',
  run: ({ exploration, circuit }) => {
    const { plan } = exploration;
    return Object.values(circuit.cables).flatMap((cable): Finding[] => {
      const cores = plan.conductors.filter(({ conductor }) => conductor.cable === cable.id);
      const highest = Math.max(0, ...cores.map(({ nodes }) => exploration.greatestToEarth[nodes[0]]!));
      const weak = cores.find(({ conductor }) => conductor.insulationV < highest);
      const end = weak?.conductor.ends[0];
      const device = end && circuit.devices[end.slice(0, end.indexOf(':'))];
      if (!weak || !device) return [];
      return [
        tell(insulationRule, device, cable.id, {
          verdict: 'danger',
          title: `${cable.tag}: core ${weak.conductor.number} is insulated for ${weak.conductor.insulationV} V beside ${volts(highest)}`,
          is: highest,
          limit: weak.conductor.insulationV,
          unit: 'V',
          consequence: 'A chafed core puts mains on the control.',
          reason: 'All cores of one sheath are insulated for the highest volts in it.',
          remedy: 'A cable of the higher insulation, or two cables.',
        }),
      ];
    });
  },
};

/** Mains on the terminals of a volt-free input. */
export const voltFreeRule: Rule = {
  id: 'mains-on-volt-free',
  title: 'A volt-free input sees no other source',
  source: 'common practice; over 50 V to earth at a call terminal',
  run: ({ exploration, circuit }) =>
    exploration.plan.parts.flatMap(({ part, device, index }): Finding[] => {
      if (part.kind !== 'source' || part.role !== 'call-input') return [];
      const seen = exploration.callInputs.get(index);
      const most = seen?.volts ?? 0;
      return most > 50 && seen && circuit.devices[device.id]
        ? [
            tell(voltFreeRule, device, '', {
              verdict: 'block',
              state: seen.state,
              title: `${device.tag}'s volt-free input can see ${volts(most)}`,
              is: most,
              limit: 50,
              unit: 'V',
              consequence: 'The input is destroyed the moment it happens.',
              reason: `${part.a} or ${part.b} stands at up to ${volts(most)} to earth.`,
              remedy: 'Both leads go to the input alone; measure both to earth and to each other before connecting.',
            }),
          ]
        : [];
    }),
};

/** Elements that run without air: at most 10 s where the appliance allows, and an off-delay that carries the heat away. */
export const fanRule: Rule = {
  id: 'fan-with-heat',
  title: 'Fan with electric heat',
  source: 'common practice: on together or within 10 s, off after 30 to 120 s',
  run: ({ circuit, practice }) => {
    if (schoolOf(practice, 'fanWithHeat') === 'continuous') return [];
    const heats = Object.values(circuit.devices).some(({ family }) => family === 'heater' || family === 'heater-3ph');
    return Object.values(circuit.devices).flatMap((device): Finding[] => {
      const [on, off] = [device.nameplate.onDelayS?.value, device.nameplate.offDelayS?.value];
      if (!heats || device.family !== 'fan-timer' || typeof on !== 'number' || typeof off !== 'number' || (on <= 10 && off >= 30))
        return [];
      return [
        tell(fanRule, device, '', {
          verdict: 'look',
          title: on > 10 ? `${device.tag} keeps the fan off for ${on} s of heat` : `${device.tag} stops the fan ${off} s after the heat`,
          is: on > 10 ? on : off,
          limit: on > 10 ? 10 : 30,
          limitKind: 'typical',
          unit: 's',
          consequence: 'Elements run hot and the limit opens.',
          reason: 'Air carries the heat away only while the fan runs.',
          remedy: 'On-delay 10 s at most where the appliance allows it, off-delay 30 to 120 s.',
        }),
      ];
    });
  },
};

/** An overload relay is set by the nameplate, not by the table: 125 % where the service factor is 1.15, else 115 %; IEC sets the nameplate itself. */
export const overloadRule: Rule = {
  id: 'overload-setting',
  title: 'Overload relay against the motor behind it',
  source: 'NEC 430.32(A)(1), from memory; IEC 60947-4-1',
  run: (study) => {
    const rules = rulesOf(study.practice, study.circuit.practice);
    return Object.values(study.circuit.devices).flatMap((device): Finding[] => {
      if (device.family !== 'overload-relay') return [];
      const setting = device.nameplate.settingA?.value;
      const motor = motorsBehind(study, device)[0];
      if (!motor) return [];
      if (typeof setting !== 'number')
        return [
          tellUnread(overloadRule, device, '', {
            title: 'setting unknown',
            consequence: 'Nobody can say whether it guards the motor.',
            unread: 'The dial is not read.',
            remedy: 'Read the setting and enter it.',
          }),
        ];
      // while nobody has read the service factor, what only the larger one allows is worth a look
      const share = (serviceFactor: number) => (rules === 'na' ? overloadShare(serviceFactor) : 1.05);
      const most = share(motor.serviceFactor ?? 1.15) * motor.runA;
      const careful = share(motor.serviceFactor ?? 1) * motor.runA;
      if (setting <= careful + 1e-9 && setting >= motor.runA * 0.99) return [];
      const high = setting > careful;
      return [
        tell(overloadRule, device, '', {
          verdict: setting > most + 1e-9 ? 'danger' : 'look',
          title: `${device.tag} is set to ${setting} A for ${motor.tag}'s ${motor.runA} A`,
          is: setting,
          limit: high ? careful : motor.runA,
          unit: 'A',
          consequence: high ? 'The motor burns out before it trips.' : 'It trips at full load.',
          reason: high
            ? `${Math.round((100 * setting) / motor.runA)} % of the nameplate${rules === 'na' ? `; service factor ${motor.serviceFactor ?? 'not read'}` : ''}.`
            : 'Below the running amps.',
          remedy: `Set it to the nameplate, ${motor.runA} A.`,
        }),
      ];
    });
  },
};
