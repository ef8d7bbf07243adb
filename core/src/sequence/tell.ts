import type { PlannedPart } from '#core/network';
import { PROTECTED, RUNNING, STARTING } from './actors';
import type { Change } from './run';

/** What one change looks and sounds like at the panel. */
export function tellChange({ device, part }: PlannedPart, { to, from }: Change): string {
  const { tag } = device;
  switch (part.kind) {
    case 'coil':
      return to === 1 ? `${tag} pulls in: a click.` : `${tag} lets go: a click.`;
    case 'motor':
    case 'motor3':
      if (to === STARTING) return from === RUNNING ? `${tag} stalls and hums.` : `${tag} starts: a hum.`;
      if (to === RUNNING) return `${tag} is up to speed.`;
      return to === PROTECTED ? `${tag}'s protector opens.` : `${tag} stops.`;
    case 'fuse':
      return part.trip !== 'own' ? (to === 1 ? `${tag} trips: a click.` : `${tag} is reset.`) : `${tag} blows.`;
    case 'series-timer':
      return to === 2 ? `${tag} passes.` : to === 1 ? `${tag} starts timing.` : `${tag} is reset.`;
    case 'timer':
      return to === 2
        ? `${tag} closes: a click.`
        : to === 0
          ? `${tag} opens: a click.`
          : to === 1
            ? `${tag} is called.`
            : `${tag}'s call ends.`;
    case 'electronics':
      return to === 2 ? `${tag}'s display is on.` : to === 1 ? `${tag} starts up.` : `${tag} goes blank.`;
    case 'travel':
      return to === 1 ? `${tag} opens.` : to === 3 ? `${tag} is fully open.` : to === 2 ? `${tag} closes.` : `${tag} is closed.`;
    case 'dc-output':
      return to === 1 ? `${tag} gives its volts.` : `${tag} goes off.`;
    default:
      return `${tag} changes.`;
  }
}
