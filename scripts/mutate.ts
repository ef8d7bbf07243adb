import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

/**
 * How well the tests hold the core: random operators, constants and comparisons are changed, one at a time, and the tests of that folder
 * are run. A change that no test notices has survived; each survivor is printed with its place.
 *
 *   npm run mutate -- [folder ...] [--count 30] [--seed 1]
 */
const root = fileURLToPath(new URL('..', import.meta.url));
const words = process.argv.slice(2);
const option = (name: string, usual: number): number => {
  const at = words.indexOf(`--${name}`);
  return at < 0 ? usual : Number(words.splice(at, 2)[1]);
};
const count = option('count', 30);
let state = option('seed', 1) >>> 0;
const folders = words.length > 0 ? words : ['network', 'explore', 'devices', 'draw', 'check', 'find'];

/** Tests that answer for a folder: its own, and those of a room that looks through it. */
const TESTS: Readonly<Record<string, readonly string[]>> = {
  explore: ['explore', 'check', 'fit'],
  devices: ['devices', 'kinds', 'check', 'explore'],
  kinds: ['kinds', 'devices', 'sequence', 'network'],
  find: ['find', 'bench'],
  graph: ['graph', 'explore', 'find', 'draw'],
};

/** A 32-bit mix: the same seed changes the same places. */
const chance = (): number => {
  state = (state + 0x6d2b79f5) >>> 0;
  let mixed = Math.imul(state ^ (state >>> 15), state | 1);
  mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
  return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
};

interface Mutant {
  readonly file: string;
  readonly line: number;
  readonly from: number;
  readonly to: number;
  readonly was: string;
  readonly is: string;
}

/** What each operator may become; a comparison is moved over its edge, and turned round. */
const OPERATORS: Readonly<Record<string, readonly string[]>> = {
  '+': ['-'],
  '-': ['+'],
  '*': ['/'],
  '/': ['*'],
  '<': ['<=', '>='],
  '<=': ['<', '>'],
  '>': ['>=', '<='],
  '>=': ['>', '<'],
  '===': ['!=='],
  '!==': ['==='],
  '&&': ['||'],
  '||': ['&&'],
};

/** Below this a number is a tolerance: wrong when it is wrong by orders of magnitude, not by half. */
const TOLERANCE = 1e-3;

function otherNumber(text: string): string {
  if (text === '0') return '1';
  if (text === '1') return '2';
  return Number(text) < TOLERANCE ? `(${text} * 1e6)` : `(${text} * 1.5)`;
}

/** Every place of a file where something can be changed so that it still compiles. */
function placesIn(file: string): Mutant[] {
  const text = readFileSync(join(root, file), 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found: Mutant[] = [];
  const add = (node: ts.Node, is: string): void => {
    const from = node.getStart();
    found.push({ file, line: source.getLineAndCharacterOfPosition(from).line + 1, from, to: node.getEnd(), was: node.getText(), is });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node) || ts.isImportDeclaration(node)) return;
    if (ts.isBinaryExpression(node)) {
      // text that is put together is no arithmetic
      const isText = [node.left, node.right].some((side) => ts.isStringLiteral(side) || ts.isTemplateExpression(side));
      if (!isText) for (const other of OPERATORS[node.operatorToken.getText()] ?? []) add(node.operatorToken, other);
    }
    if (ts.isNumericLiteral(node)) add(node, otherNumber(node.text));
    if (node.kind === ts.SyntaxKind.TrueKeyword) add(node, 'false');
    if (node.kind === ts.SyntaxKind.FalseKeyword) add(node, 'true');
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken) add(node, node.operand.getText());
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

const filesOf = (folder: string): string[] =>
  readdirSync(join(root, 'core/src', folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts') && !name.endsWith('index.ts'))
    .map((name) => `core/src/${folder}/${name}`);

function sample<T>(list: readonly T[], many: number): T[] {
  const left = [...list];
  return Array.from({ length: Math.min(many, left.length) }, () => left.splice(Math.floor(chance() * left.length), 1)[0] as T);
}

/** A copy of the project to change things in. */
function sandbox(): string {
  const folder = mkdtempSync(join(tmpdir(), 'mando-mutate-'));
  for (const name of ['core', 'cli', 'demo', 'docs', 'vitest.config.ts', 'package.json', 'tsconfig.json'])
    cpSync(join(root, name), join(folder, name), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(folder, 'node_modules'));
  return folder;
}

/** A test that runs for so long has met a change that never ends: it is noticed. */
const MOST_MS = 180_000;

/** @returns whether some test of a folder fails */
const fails = (folder: string, tests: string): Promise<boolean> =>
  new Promise((done) => {
    const words = ['run', '--project', 'unit', '--bail', '1', '--reporter', 'dot', `core/src/${tests}/`];
    const run = spawn(join(folder, 'node_modules/.bin/vitest'), words, { cwd: folder, stdio: 'ignore', detached: true });
    const timer = setTimeout(() => process.kill(-(run.pid ?? 0), 'SIGKILL'), MOST_MS);
    run.on('close', (code) => {
      clearTimeout(timer);
      done(code !== 0);
    });
  });

/** The folder's own tests come first: most changes are noticed there, and the slower ones need not run. */
async function isNoticed(folder: string, tests: readonly string[]): Promise<boolean> {
  for (const one of tests) if (await fails(folder, one)) return true;
  return false;
}

async function score(folder: string): Promise<void> {
  const mutants = sample(filesOf(folder).flatMap(placesIn), count);
  const tests = TESTS[folder] ?? [folder];
  const survivors: Mutant[] = [];
  const queue = [...mutants];
  const labour = async (): Promise<void> => {
    const copy = sandbox();
    for (let mutant = queue.shift(); mutant; mutant = queue.shift()) {
      const path = join(copy, mutant.file);
      const text = readFileSync(path, 'utf8');
      writeFileSync(path, `${text.slice(0, mutant.from)}${mutant.is}${text.slice(mutant.to)}`);
      if (!(await isNoticed(copy, tests))) survivors.push(mutant);
      writeFileSync(path, text);
    }
    rmSync(copy, { recursive: true });
  };
  await Promise.all(Array.from({ length: Math.min(cpus().length, mutants.length) }, labour));
  for (const { file, line, was, is } of survivors) console.log(`  survived: ${file}:${line}  ${was}  ->  ${is}`);
  const noticed = mutants.length - survivors.length;
  console.log(`${folder}: ${noticed} of ${mutants.length} changes noticed, ${Math.round((100 * noticed) / Math.max(1, mutants.length))} %`);
}

for (const folder of folders) await score(folder);
