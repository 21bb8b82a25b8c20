import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';
import { expect, it } from 'vitest';

/** Functions that carry figures from one place to another: there is nothing of them to be looked up. */
const CARRIERS: ReadonlySet<string> = new Set([
  'biasKey',
  'addUp',
  'amountOf',
  'amountsOf',
  'applyTurn',
  'beginTank',
  'boundSign',
  'chemicalRefusal',
  'copyTank',
  'dailyTurns',
  'eachSpecies',
  'inOrder',
  'isFollowed',
  'keepAccountOf',
  'learntFrom',
  'levelIn',
  'named',
  'newNitrogenWork',
  'nextTurn',
  'pointsOf',
  'rangeText',
  'readTank',
  'reagent',
  'saltsOfBottle',
  'scaled',
  'stateOf',
  'timesAmounts',
  'turn',
  'unlessRefused',
  'waterOf',
  'waterOfOne',
  'within',
]);

/** What a comment names its source by: a book, the trade, a choice, or that it could not be otherwise. */
const NAMES_ONE = /\bSources?:|[Cc]ommon practice|\b[Cc]hosen\b|[Bb]y definition|\b(19|20)\d\d\b/;

it('every function that the models offer says what it is and where it comes from, beside its code', () => {
  const functions = ['numerics', 'chemistry'].flatMap((layer) =>
    readdirSync(path.join('src', layer), { recursive: true, encoding: 'utf8' })
      .filter((file) => /\.ts$/.test(file) && !/\.test\.ts$|\.d\.ts$|testing\//.test(file))
      .flatMap((file) => exportedFunctions(path.join('src', layer, file))),
  );
  expect(functions.length).toBeGreaterThan(200);
  const lacking = functions.filter(
    ({ name, comment }) => comment === '' || !(CARRIERS.has(name) || NAMES_ONE.test(comment)),
  );
  expect(lacking.map(({ name, file }) => `${file}: ${name}`)).toEqual([]);
  const known = new Set(functions.map(({ name }) => name));
  expect([...CARRIERS].filter((name) => !known.has(name))).toEqual([]);
});

function exportedFunctions(file: string): { file: string; name: string; comment: string }[] {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  return source.statements.filter(ts.isFunctionDeclaration).flatMap((each) => {
    const exported = each.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);
    const comments = (ts.getLeadingCommentRanges(text, each.getFullStart()) ?? []).map(({ pos, end }) =>
      text.slice(pos, end),
    );
    const comment = comments.findLast((said) => said.startsWith('/**')) ?? '';
    return exported && each.name ? [{ file, name: each.name.text, comment }] : [];
  });
}
