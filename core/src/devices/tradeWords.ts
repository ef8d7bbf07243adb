import type { DeviceFamily } from './family';

/** What people call a kind beside its title, by its name. Common practice. */
const CALLED: readonly (readonly [kinds: RegExp, words: string])[] = [
  [/^contactor/, 'starter'],
  [/^relay/, 'ice cube general purpose'],
  [/^control-relay/, 'contactor relay'],
  [/^contactor-held/, 'lighting contactor'],
  [/^breaker/, 'mcb circuit breaker'],
  [/^breaker-.*-shunt/, 'shunt trip'],
  [/^breaker-.*-undervoltage/, 'uvr undervoltage trip'],
  [/^breaker-.*-auxiliary/, 'auxiliary switch bell alarm'],
  [/^motor-breaker/, 'manual motor starter mms'],
  [/^overload/, 'ol thermal heater'],
  [/^control-transformer/, 'cpt xfmr'],
  [/^dc-supply/, 'psu power supply 24vdc'],
  [/^e-stop/, 'mushroom estop'],
  [/^isolator/, 'disconnect'],
  [/^motor-capacitor/, 'psc csir cscr fan blower condenser'],
  [/^compressor/, 'psc cscr hermetic'],
  [/^capacitor/, 'cap'],
  [/^start-relay-volts/, 'potential relay hard start kit'],
  [/^start-relay-amps/, 'current relay'],
  [/^diode/, 'flyback freewheel rectifier'],
  [/^suppressor/, 'snubber surge mov'],
  [/^drive/, 'vfd vsd inverter variable frequency'],
  [/^soft-starter/, 'rvss'],
  [/^relay-solid-state/, 'ssr'],
  [/^actuator-floating/, 'three point tri state damper valve'],
  [/^actuator-modulating/, 'proportional damper valve'],
  [/^damper/, 'economizer actuator'],
  [/^transmitter/, 'sensor transducer'],
  [/^ignition-board/, 'furnace control ifc burner flame safeguard'],
  [/^defrost-board/, 'heat pump defrost control'],
  [/^controller/, 'plc ddc'],
  [/^thermostat/, 'stat tstat room controller'],
  [/^phase-monitor/, 'phase failure loss'],
  [/^timer/, 'time delay tdr'],
  [/^solenoid-valve/, 'coil valve gas reversing'],
  [/^heat-sequencer/, 'electric heat relay'],
  [/^temperature-limit|^fan-limit/, 'high limit disc'],
  [/^plug/, 'connector'],
];

/** All words by which a kind may be looked for, in small letters. */
export const kindText = (name: string, { title, group, terminals }: Pick<DeviceFamily, 'title' | 'group' | 'terminals'>): string =>
  [name, title, group, ...terminals, ...CALLED.flatMap(([kinds, words]) => (kinds.test(name) ? [words] : []))].join(' ').toLowerCase();
