import { calculatorOrRefuse, describe, replyToLine } from '../src/calculators/json-lines';
import { CALCULATORS, type AnyCalculator } from '../src/calculators/calculators';
import { inWords, refusalSentence } from '../src/calculators/calculator/attempt';
import { Refusal } from '../src/chemistry/refusal';

/**
 * The calculators from the command line:
 *
 *     npm run -s calc -- list
 *     npm run -s calc -- describe carbonate
 *     npm run -s calc -- carbonate < input.json          one input, on as many lines as it likes
 *     npm run -s calc -- carbonate < inputs.jsonl        one input a line, one answer a line
 *     npm run -s calc -- batch < requests.jsonl          one request a line, each naming its calculator
 *
 * Ends with 0 when all was answered, 1 when something was refused, 2 when the command was not understood.
 */
const [command = 'help', ...rest] = process.argv.slice(2);

try {
  process.exitCode = await main(command, rest[0]);
} catch (error) {
  if (!(error instanceof Refusal)) throw error;
  console.error(refusalSentence(inWords(error)));
  process.exitCode = 2;
}

async function main(verb: string, name: string | undefined): Promise<number> {
  switch (verb) {
    case 'list':
      for (const each of CALCULATORS) console.log(`${each.name.padEnd(18)}${each.asks}`);
      return 0;
    case 'describe':
      console.log(JSON.stringify(describe(calculatorOrRefuse(name ?? '')), null, 2));
      return 0;
    case 'help':
      console.log('calc list | describe NAME | NAME < input.json | batch < requests.jsonl');
      return 2;
    case 'batch':
      return answerLines(undefined);
    default:
      return answerLines(calculatorOrRefuse(verb));
  }
}

/** Lines are answered as they come, so that a long batch may be piped through. */
async function answerLines(calculator: AnyCalculator | undefined): Promise<number> {
  let worst = 0;
  let answers = '';
  /** A single input may be spread over lines: what is not yet a whole value waits for more. */
  let begun = '';
  const answer = (text: string) => {
    const reply = replyToLine(text, calculator);
    if (!reply.ok) worst = 1;
    answers += `${JSON.stringify(reply)}\n`;
    if (answers.length < 1 << 16) return;
    process.stdout.write(answers);
    answers = '';
  };
  const take = (line: string) => {
    if (begun === '' && line.trim() === '') return;
    // A whole input that begins a line of its own: what is unfinished before it is malformed, refused in its place, and holds up no other.
    if (begun !== '' && line.startsWith('{') && whole(line)) {
      answer(begun);
      begun = '';
    }
    begun = begun === '' ? line : `${begun}\n${line}`;
    if (calculator && !whole(begun)) return;
    answer(begun);
    begun = '';
  };
  let unfinished = '';
  for await (const chunk of process.stdin.setEncoding('utf8')) {
    const lines = `${unfinished}${chunk as string}`.split('\n');
    unfinished = lines.pop() ?? '';
    for (const line of lines) take(line);
  }
  take(unfinished);
  if (begun !== '') answer(begun);
  process.stdout.write(answers);
  return worst;
}

function whole(text: string): boolean {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
}
