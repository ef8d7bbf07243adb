import type { EndpointName } from '#core/api';
import { readCircuitDocument } from '#core/circuit';
import { catalogue } from '#core/devices';
import { readFor } from './reading';

/** What is read off the thread that answers. */
export const body = ({ endpoint, text }: { endpoint: EndpointName; text: string }) => readFor(endpoint, text);

export const document = ({ given }: { given: unknown }) => readCircuitDocument(given, catalogue);
