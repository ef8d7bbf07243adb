// Builds the pages and says how large the entry is; over the limit the build fails.
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { build } from 'vite';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const MOST_KB = 280;

await build({ configFile: join(root, 'web/vite.config.ts'), logLevel: 'warn' });
const assets = join(root, 'web/dist/assets');
const sizes = readdirSync(assets)
  .filter((name) => name.endsWith('.js'))
  .map((name) => ({ name, kB: Math.round(gzipSync(readFileSync(join(assets, name))).length / 100) / 10 }));
for (const { name, kB } of sizes) console.log(`${kB.toFixed(1).padStart(7)} kB gzip  ${name}`);
const entry = /assets\/(main-[^"]+\.js)/.exec(readFileSync(join(root, 'web/dist/index.html'), 'utf8'))?.[1];
const size = sizes.find(({ name }) => name === entry)?.kB ?? Number.POSITIVE_INFINITY;
console.log(`entry: ${size} kB gzip, at most ${MOST_KB}`);
process.exit(size <= MOST_KB ? 0 : 1);
