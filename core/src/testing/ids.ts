import { type ConductorId, conductorIdSchema, type DeviceId, deviceIdSchema, type TerminalId, terminalIdSchema } from '#core/circuit';

/** Ids as a test writes them, held to their form. */
export const dev = (id: string): DeviceId => deviceIdSchema.parse(id);
export const wire = (id: string): ConductorId => conductorIdSchema.parse(id);
export const end = (id: string): TerminalId => terminalIdSchema.parse(id);
