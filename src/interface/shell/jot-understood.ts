import { readLine, type Jotted } from '@/jot/read-line';
import { draftQuestion } from '@/derived/dosing/draft-question';
import { describeEntry } from '@/record/kinds/describe';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { monthFirst } from '../time/date-order';
import { whenText } from '../time/when';

/** What a line says, and what is asked of it. */
export interface Understood {
  readonly jotted: Jotted;
  readonly questions: readonly string[];
}

/** What a line says and what is asked of it. One that cannot be told, whatever it holds, is a problem in the line and no failure of the page. */
export function understood(line: string, snapshot: Snapshot, tank: Tank, now: number): Understood {
  const {
    settings: { zone, units },
    solutions,
    instruments,
  } = snapshot;
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
    for (const draft of jotted.drafts) describeEntry(draft, snapshot);
    whenText(jotted.at, now, zone);
    return { jotted, questions: jotted.drafts.flatMap((draft) => draftQuestion(snapshot, tank, draft) ?? []) };
  } catch {
    const problem = {
      from: 0,
      to: line.length,
      message: 'cannot be read as it stands: leave out what is unusual in it.',
    };
    return { jotted: { at: now, drafts: [], problems: [problem] }, questions: [] };
  }
}
