'use client';

import type { Answer as AnswerText } from '@/calculators/calculator/calculator';
import { Answer, Working } from '@/interface/answer/answer';
import { Bench } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { Cautions } from '@/interface/answer/cautions';
import { useKeptState } from '@/interface/storage/kept-draft';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { instrumentFindings, type InstrumentFinding } from '@/derived/observations/instrument-check';
import { AdoptCorrection } from './adopt-correction';
import { DifferencePicture } from './difference-picture';
import { InstrumentForm } from './instrument-form';
import { InstrumentRow } from './instrument-row';

/** What the readings are taken by, each held against whatever else read the same water. */
export function InstrumentsBench() {
  const { snapshot } = useTank();
  const now = useNow();
  const [editing, setEditing] = useKeptState<string | null>('instruments editing', null);
  const findings = instrumentFindings(snapshot, now);
  const first = findings[0];
  const telling = first && tells(first) ? first : undefined;
  const done = () => setEditing(null);
  return (
    <Bench>
      <Answer
        answer={telling?.outcome.answer ?? restAnswer(findings)}
        cautions={telling?.outcome.cautions ?? []}
        actions={telling && <AdoptCorrection finding={telling} />}
      />
      {telling && telling.differences.length > 0 && <DifferencePicture finding={telling} />}
      <Cautions cautions={telling?.outcome.cautions ?? []} />
      {telling && <Working steps={telling.outcome.working} />}
      <section aria-label="Instruments" className="mt-8">
        <h2 className="text-lg font-semibold">Kits, probes and laboratories</h2>
        <p className="mt-1 max-w-3xl text-soft">
          Name the one that was used behind a reading in the jotted line (“mg 1320 by{' '}
          {first?.instrument.name ?? 'Lab panel'}”), or set it as the tank’s usual one. What was read stays in the log
          as it was read.
        </p>
        <ul className="mt-2 max-w-5xl">
          {byName(findings).map((group) => (
            <li key={group[0]?.instrument.id} className="border-t border-line py-2.5">
              {group.length > 1 && <h3 className="font-semibold">{group[0]?.instrument.name}</h3>}
              {group.map((finding) => (
                <div key={finding.instrument.id} className={group.length > 1 ? 'mt-2' : ''}>
                  {editing === finding.instrument.id ? (
                    <InstrumentForm instrument={finding.instrument} onDone={done} />
                  ) : (
                    <InstrumentRow
                      finding={finding}
                      told={finding !== telling}
                      grouped={group.length > 1}
                      onEdit={() => setEditing(finding.instrument.id)}
                    />
                  )}
                </div>
              ))}
            </li>
          ))}
        </ul>
        {editing === 'new' ? (
          <InstrumentForm onDone={done} />
        ) : (
          <Button className="mt-3" look={findings.length === 0 ? 'main' : 'plain'} onClick={() => setEditing('new')}>
            Add an instrument
          </Button>
        )}
      </section>
    </Bench>
  );
}

/** A laboratory reads many things by one name: they stand together, where the first of them stands. */
function byName(findings: readonly InstrumentFinding[]): readonly (readonly InstrumentFinding[])[] {
  const groups = new Map<string, InstrumentFinding[]>();
  for (const finding of findings) {
    const name = finding.instrument.name.toLowerCase();
    groups.set(name, [...(groups.get(name) ?? []), finding]);
  }
  return [...groups.values()];
}

/** Whether a finding is worth the first sentence. */
function tells({ outcome }: InstrumentFinding): boolean {
  const { comparison } = outcome.values;
  return comparison !== undefined && comparison.finding !== 'too few' && comparison.finding !== 'agree';
}

function restAnswer(findings: readonly InstrumentFinding[]): AnswerText {
  if (findings.length === 0)
    return {
      says: ['Name what you test with, and its readings are held against whatever else read the same water.'],
      certainty: 'not enough yet',
      because: ['Until then every reading errs as a careful home test of its kind does.'],
    };
  const aged = findings.filter(
    ({ outcome, instrument }) => outcome.values.errsMore || ageing(instrument.name, outcome),
  );
  const compared = findings.filter(({ outcome }) => outcome.values.comparison);
  return {
    says: [
      compared.length === 0
        ? 'Nothing to hold them against yet: read one water by two methods on the same day.'
        : `${compared.length === 1 ? 'The one instrument' : `All ${compared.length} instruments`} that could be compared ${compared.length === 1 ? 'agrees' : 'agree'} with the others.`,
    ],
    certainty: compared.length === 0 ? 'not enough yet' : 'within test error',
    because: aged.length > 0 ? [`${aged.length} of them want a look: see below.`] : [],
  };
}

function ageing(name: string, { cautions }: InstrumentFinding['outcome']): boolean {
  return cautions.some(({ says }) => typeof says[0] === 'string' && says[0].startsWith(`${name}:`));
}
