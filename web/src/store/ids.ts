const hex = (bytes: number): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(bytes)), (byte) => byte.toString(16).padStart(2, '0')).join('');

/** Made here, so that an edit, a part or a circuit sent twice is taken once. */
export const newEditId = (): string => `e${hex(16)}`;
/** Sets the ids of what is added here apart from what another adds at the same time. */
export const newIdMark = (): string => `${hex(4)}_`;
export const newPartId = (): string => `p${hex(12)}`;
/** A random UUID; `crypto.randomUUID` is not there on a page that came over plain HTTP from another machine. */
const uuid = (): string => {
  const digits = hex(16);
  return `${digits.slice(0, 8)}-${digits.slice(8, 12)}-4${digits.slice(13, 16)}-a${digits.slice(17, 20)}-${digits.slice(20)}`;
};
export const newCircuitId = uuid;
export const newLandingId = uuid;
