import type { Contact } from '#core/devices';
import type { PlannedPart } from '#core/network';
import { END_SWITCH_AT } from './actors';
import type { Moment, Rig } from './rig';

/** Whether what moves the contact has moved it. */
function isActuated(rig: Rig, { device }: PlannedPart, { mover, form }: Contact, moment: Moment): boolean {
  const own = rig.plan.partsIn(device.id);
  const any = (kind: string, when: (index: number) => boolean) => own.some(({ part, index }) => part.kind === kind && when(index));
  switch (mover.by) {
    case 'input':
      return moment.inputs.has(`${device.id}.${mover.input}`);
    case 'armature': {
      // a welded main pole holds the bridge down: its mirror contacts cannot close again
      const welded =
        form === 'NC' &&
        own.some(
          ({ part, index }) => part.kind === 'contact' && part.duty === 'power' && part.form === 'NO' && rig.faultOf[index] === 'welded',
        );
      return welded || own.some(({ part, index }) => part.kind === 'coil' && part.latch !== 'reset' && moment.modes[index] === 1);
    }
    case 'output':
      return (
        any('electronics', (index) => moment.modes[index] === 2) && mover.inputs.some((input) => moment.inputs.has(`${device.id}.${input}`))
      );
    case 'travel':
      return any('travel', (index) => moment.values[index]! >= END_SWITCH_AT);
    case 'trip':
      return any('fuse', (index) => moment.modes[index] === 1);
    case 'timer':
      return any('timer', (index) => moment.modes[index] === 2 || moment.modes[index] === 3);
  }
}

/** Puts every contact where its mover holds it. @returns indices of the contacts that moved */
export function moveContacts(rig: Rig, moment: Moment): number[] {
  const moved: number[] = [];
  for (const planned of rig.plan.parts) {
    if (planned.part.kind !== 'contact') continue;
    const closed = isActuated(rig, planned, planned.part, moment) === (planned.part.form === 'NO') ? 1 : 0;
    if (moment.modes[planned.index] === closed) continue;
    moment.modes[planned.index] = closed;
    moved.push(planned.index);
  }
  return moved;
}

/** Pressing reset on an overload relay closes it again once it has tripped. */
export function resetTrips(rig: Rig, moment: Moment): void {
  for (const { part, index, device } of rig.plan.parts) {
    if (part.kind !== 'fuse' || part.trip !== 'shared' || !moment.inputs.has(`${device.id}.reset`)) continue;
    moment.modes[index] = 0;
    moment.values[index] = Math.min(moment.values[index]!, 0.5);
  }
}

/** The poles of a breaker open together; a latching relay's reset coil takes its set coil back. */
export function linkMoves(rig: Rig, moment: Moment): void {
  for (const { part, index, device } of rig.plan.parts) {
    if (moment.modes[index] !== 1) continue;
    const own = rig.plan.partsIn(device.id);
    if (part.kind === 'fuse' && part.trip === 'linked')
      for (const other of own) if (other.part.kind === 'fuse') moment.modes[other.index] = 1;
    if (part.kind === 'coil' && part.latch === 'reset')
      for (const other of own) if (other.part.kind === 'coil' && other.part.latch === 'set') moment.modes[other.index] = 0;
  }
}
