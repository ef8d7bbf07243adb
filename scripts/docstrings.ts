import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

/** Every function that core lets out says what it means: one without a docstring is an error. */
const core = fileURLToPath(new URL('../core/src', import.meta.url));

const isFunction = (node: ts.Expression | undefined): boolean =>
  node !== undefined && (ts.isArrowFunction(node) || ts.isFunctionExpression(node));
const isExported = (node: ts.Statement): boolean =>
  ts.canHaveModifiers(node) && (ts.getModifiers(node) ?? []).some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);

/** Exported functions of a file that have no docstring. */
function bare(path: string): string[] {
  const file = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true);
  return file.statements.filter(isExported).flatMap((statement) => {
    if (ts.getJSDocCommentsAndTags(statement).length > 0) return [];
    const names = ts.isFunctionDeclaration(statement)
      ? [statement.name?.text ?? 'default']
      : ts.isVariableStatement(statement)
        ? statement.declarationList.declarations.flatMap((one) => (isFunction(one.initializer) ? [one.name.getText()] : []))
        : [];
    const { line } = file.getLineAndCharacterOfPosition(statement.getStart());
    return names.map((name) => `${relative(core, path)}:${line + 1} ${name}`);
  });
}

const files = readdirSync(core, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts') && !name.startsWith('testing/'))
  .map((name) => join(core, name));
const found = files.flatMap(bare);
for (const one of found) console.error(`no docstring: ${one}`);
console.log(`${files.length} files of core, ${found.length} public functions without a docstring`);
process.exit(found.length === 0 ? 0 : 1);
