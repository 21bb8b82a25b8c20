import { readLine, type Jotted } from '@/jot/read-line';
import { draftQuestion } from '@/derived/dosing/draft-question';
import { describeEntry } from '@/record/kinds/describe';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { monthFirst } from '../date-order';
import { whenText } from '../when';

/** What a line says, and what is asked of it. */
export interface Understood {
  readonly jotted: Jotted;
  readonly questions: readonly string[];
}

/** What a line says and what is asked of it. One that cannot be told, whatever it holds, is a problem in the line and no failure of the page. */
export function understood(line: string, book: Book, tank: Tank, now: number): Understood {
  const {
    settings: { zone, units },
    solutions,
    instruments,
  } = book;
  try {
    const jotted = readLine(line, {
      now,
      zone,
      units,
      solutions,
      instruments,
      netVolumeL: netVolumeL(tank),
      monthFirst: monthFirst(),
    });
    // Said once here, so that what cannot be said is found here.
    for (const draft of jotted.drafts) describeEntry(draft, book);
    whenText(jotted.at, now, zone);
    return { jotted, questions: jotted.drafts.flatMap((draft) => draftQuestion(book, tank, draft) ?? []) };
  } catch {
    const problem = {
      from: 0,
      to: line.length,
      message: 'cannot be read as it stands: leave out what is unusual in it.',
    };
    return { jotted: { at: now, drafts: [], problems: [problem] }, questions: [] };
  }
}
