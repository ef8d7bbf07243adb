import type { Circuit, Point } from '#core/circuit';
import { BEEP_OHMS, EARTH_NODE, floatingNodes, type MeterMode, pairVolts, readOhms, readVolts } from '#core/network';
import { type Moment, type Rig, settleMoment, showOhms } from '#core/sequence';
import { amps, ohms, reading as spell } from '#core/units';
import type { Reading } from './protocol';

interface Stand {
  readonly rig: Rig;
  readonly moment: Moment;
}

interface Leads {
  readonly red: Point | null;
  readonly black: Point | null;
  readonly mode: MeterMode;
  readonly clamp: string | null;
}

/** Volts under this across the leads and to earth count as dead enough for ohms. */
const DEAD_V = 1;

/** What the meter shows here, what it should show in the healthy circuit, and what the difference means. */
export function takeReading(circuit: Circuit, real: Stand, healthy: Stand, leads: Leads): Reading | null {
  if (leads.mode === 'amp') return leads.clamp === null ? null : clampReading(circuit, real, healthy, leads.clamp);
  const { red, black, mode } = leads;
  if (red === null || black === null) return null;
  const { plan } = real.rig;
  if (!plan.points.includes(red) || !plan.points.includes(black)) return null;
  const [r, b] = [plan.nodeOf(red), plan.nodeOf(black)];
  if (mode === 'ohm' || mode === 'beep') return ohmsReading(real, healthy, r, b, mode);
  const show = ({ rig, moment }: Stand) => {
    settleMoment(rig, moment);
    const net = rig.nets[0];
    const floats = net ? floatingNodes(plan, net) : new Uint8Array(plan.nodeCount);
    return { volts: readVolts(rig.nets, mode, r, b), floats: floats[r] === 1 || floats[b] === 1 };
  };
  const now = show(real);
  const should = show(healthy);
  const unit = mode === 'vdc' ? 'V DC' : mode === 'loz' ? 'V low-Z' : 'V AC';
  const isOff = Math.abs(now.volts - should.volts) > Math.max(0.6, 0.05 * should.volts) || now.floats !== should.floats;
  const words = now.floats
    ? `This point floats: it has no defined volts. A 10 MΩ meter may ghost ${spell(now.volts)} V; low-Z takes it to about 0.`
    : isOff
      ? `It should read ${spell(should.volts)} V here, now.`
      : 'As it should be here, now.';
  return {
    display: spell(now.volts),
    unit,
    value: now.volts,
    shouldRead: `${spell(should.volts)} V`,
    expected: should.volts,
    verdict: isOff ? 'look' : 'good',
    words,
    floats: now.floats,
  };
}

function ohmsReading(real: Stand, healthy: Stand, r: number, b: number, mode: 'ohm' | 'beep'): Reading {
  settleMoment(real.rig, real.moment);
  const live = Math.max(
    pairVolts(real.rig.nets, r, b),
    ...[r, b].map((node) => (isFloating(real, node) ? 0 : pairVolts(real.rig.nets, node, EARTH_NODE))),
  );
  if (live > DEAD_V)
    return {
      display: 'live',
      unit: '',
      value: null,
      shouldRead: '–',
      expected: null,
      verdict: 'look',
      words: `There are ${spell(live)} V here. Ohms only with the sources off: isolate and prove dead first.`,
      floats: false,
    };
  const now = readOhms(showOhms(real.rig, real.moment), r, b);
  const should = readOhms(showOhms(healthy.rig, healthy.moment), r, b);
  const text = (value: number) => (Number.isFinite(value) ? ohms(value) : 'OL');
  const isOff = Number.isFinite(now) !== Number.isFinite(should) || Math.abs(now - should) > Math.max(0.5, 0.2 * should);
  const [display = '', unit = ''] = text(now).split(' ');
  const beeps = now < BEEP_OHMS ? 'It beeps. ' : 'No beep. ';
  return {
    display,
    unit,
    value: Number.isFinite(now) ? now : null,
    shouldRead: text(should),
    expected: Number.isFinite(should) ? should : null,
    verdict: isOff ? 'look' : 'good',
    floats: false,
    words: `${mode === 'beep' ? beeps : ''}${isOff ? `It should read ${text(should)} here.` : 'As it should be. Lead zero taken off.'}`,
  };
}

const isFloating = ({ rig }: Stand, node: number): boolean => (rig.nets[0] ? floatingNodes(rig.plan, rig.nets[0])[node] === 1 : true);

function clampReading(circuit: Circuit, real: Stand, healthy: Stand, conductor: string): Reading | null {
  const wire = real.rig.plan.conductors.find((one) => one.conductor.id === conductor);
  if (!wire) return null;
  const show = ({ rig, moment }: Stand) => {
    settleMoment(rig, moment);
    return Math.hypot(
      ...rig.nets
        .filter(({ hz }) => hz !== 0)
        .map((net) => {
          const [a, b] = wire.nodes;
          return (
            Math.hypot(net.yRe[wire.branch]!, net.yIm[wire.branch]!) * Math.hypot(net.vRe[a]! - net.vRe[b]!, net.vIm[a]! - net.vIm[b]!)
          );
        }),
      0,
    );
  };
  const [now, should] = [show(real), show(healthy)];
  const isOff = Math.abs(now - should) > Math.max(0.02, 0.1 * should);
  const [display = '', unit = ''] = amps(now).split(' ');
  return {
    display,
    unit: `${unit}~`,
    value: now,
    shouldRead: amps(should),
    expected: should,
    verdict: isOff ? 'look' : 'good',
    floats: false,
    words: `Around wire ${circuit.conductors[conductor]?.number ?? ''} alone. ${isOff ? `It should carry ${amps(should)}.` : 'As it should be.'}`,
  };
}
