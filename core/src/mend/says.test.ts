import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { checkStudy, type Finding, RULE_IDS, type RuleId, studyOf } from '#core/check';
import type { Circuit } from '#core/circuit';
import { explore } from '#core/explore';
import { amount } from '#core/units';
import { tellCalls, tellFinding } from '#core/words';
import { DEMO, demo } from '../testing/demo';
import { mistake } from '../testing/mistakes';
import { ODD } from '../testing/odd';

const SAYS = join(import.meta.dirname, '../../../docs/says');
/** So many different sentences of one rule are printed: those that are seen first. */
const MOST = 14;

interface Said {
  readonly circuit: Circuit;
  readonly name: string;
  readonly finding: Finding;
}

/** Every finding of the circuits as they are, and of seeded mistakes in the demos. */
function* everySaid(): Generator<Said> {
  const of = function* (name: string, circuit: Circuit): Generator<Said> {
    for (const finding of checkStudy(studyOf(circuit, explore(circuit)))) yield { circuit, name, finding };
  };
  for (const name of DEMO) yield* of(name, demo(name));
  for (const [name, circuit] of Object.entries(ODD)) yield* of(name, circuit);
  for (let seed = 0; seed < 900; seed++) {
    const name = DEMO[seed % DEMO.length]!;
    // the largest circuit takes as long as all the others
    if (name === 'Q6' && seed % 30 !== 4) continue;
    const one = mistake(demo(name), seed);
    if (one) yield* of(`${name}, mistake ${seed}`, one.circuit);
  }
}

/** Figures and tags left out, what is said is the same sentence. */
const shapeOf = ({ circuit, finding }: Said): string =>
  `${finding.verdict} ${Object.values(tellFinding(circuit, finding)).join(' ')}`
    .replace(/\b[A-Z]{1,3}\d{1,2}\b/g, 'X')
    .replace(/\d+(?:\.\d+)?/g, '0');

function page(rule: RuleId, said: readonly Said[]): string {
  const lines = said.map(({ circuit, name, finding }) => {
    const { title, reason, consequence, remedy } = tellFinding(circuit, finding);
    const limit = finding.limit === undefined ? '' : `, ${finding.limitKind} ${amount(finding.limit, finding.unit)}`;
    const is = finding.is === undefined ? '' : ` ${amount(finding.is, finding.unit)}${limit}.`;
    return `**${finding.verdict}: ${title}.** ${reason} ${consequence} ${remedy}  \n_${name}.${is} State: ${tellCalls(circuit, finding.calls)}. By: ${finding.source}._`;
  });
  return `# ${rule.replaceAll('-', ' ')}\n\nWhat this rule says, each sentence once, in the demo circuits and in seeded mistakes of them. Printed by the tests.\n\n${lines.join('\n\n')}\n`;
}

describe('what is said, a page for each rule, to be read', () => {
  const byRule = new Map<RuleId, Map<string, Said>>();
  for (const said of everySaid()) {
    const own = byRule.get(said.finding.rule) ?? new Map<string, Said>();
    byRule.set(said.finding.rule, own);
    const shape = shapeOf(said);
    if (own.size < MOST && !own.has(shape)) own.set(shape, said);
  }

  it.each([...byRule])('%s', async (rule, said) => {
    await expect(page(rule, [...said.values()])).toMatchFileSnapshot(join(SAYS, `${rule}.md`));
  });

  it('no headline contradicts its verdict, counts in place of a reason, or is unfinished', () => {
    const all = [...byRule.values()].flatMap((own) => [...own.values()]);
    expect(all.length).toBeGreaterThan(100);
    for (const { circuit, finding } of all) {
      const words = tellFinding(circuit, finding);
      const isBad = finding.verdict === 'danger' || finding.verdict === 'block';
      if (isBad) expect(words.title).not.toMatch(/carries it|is good|sound|fits\b/i);
      expect(words.title).not.toMatch(/^\d+ (dangers|findings)/);
      for (const text of Object.values(words)) expect(text).not.toMatch(/undefined|NaN|Infinity|\bnull\b| {2}|\.\.$/);
      expect(finding.source.length).toBeGreaterThan(4);
    }
  });

  it('most rules have something to say here, and every page is of a rule', () => {
    expect(byRule.size).toBeGreaterThan(20);
    if (existsSync(SAYS))
      // beside the rules, what sizing and fitting say
      expect(readdirSync(SAYS).filter((file) => ![...RULE_IDS, 'size', 'fit'].includes(file.replace('.md', '')))).toEqual([]);
  });
});
