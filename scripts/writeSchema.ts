import { writeFileSync } from 'node:fs';
import { circuitJsonSchema } from '#core/formats';
import { buildApp } from '../server/src/app';

/** Writes what is published beside the documentation: the document format, and what can be asked of the server. */
const write = (name: string, content: unknown) =>
  writeFileSync(new URL(`../docs/${name}`, import.meta.url), `${JSON.stringify(content, null, 1)}\n`);

write('circuit.schema.json', circuitJsonSchema());
const app = await buildApp({ databaseUrl: 'postgres://127.0.0.1:1/none' }); // nothing is asked of it
await app.ready();
write('openapi.json', app.swagger());
await app.close();
