import { describe, expect, it } from 'vitest';
import { plainSentence } from '@/calculators/calculator/sentence';
import { changeWith, trialsOf, waterWhenSeen } from '@/derived/trends/before-after';
import { nutrientLevelsOf } from '@/derived/nutrients/nutrient-questions';
import { instrumentFindings } from '@/derived/observations/instrument-check';
import { entriesOf } from '@/record/entries-of';
import { netVolumeL } from '@/record/schema';
import { demoSnapshot } from './scenario';

/** What the demo is to show of its readings, on whichever weekday it is opened. */
describe.each([0, 1, 2, 3, 4, 5, 6])('the demo, opened %d days later', (later) => {
  const now = Date.UTC(2026, 10, 22 + later, 18);
  const snapshot = demoSnapshot(now, 'Europe/Lisbon');
  const { units } = snapshot.settings;
  const atrium = snapshot.tanks.find(({ id }) => id === 'atrium');
  if (!atrium) throw new Error('no Atrium');

  it('finds the new magnesium kit biased, on all three tanks', () => {
    const [first] = instrumentFindings(snapshot, now);
    expect(first?.instrument.name).toBe('New magnesium kit');
    expect(first?.outcome.values.comparison).toMatchObject({ finding: 'bias', waters: 3, watersOff: 3 });
    expect(first?.outcome.values.believe).toBe('other');
  });

  it('has a trial that is decided', () => {
    const [trial] = trialsOf(snapshot, atrium);
    if (!trial) throw new Error('no trial');
    const { values } = changeWith(snapshot, atrium, trial, now, netVolumeL(atrium), { parameter: trial.parameter });
    expect(values.outcome).toBe('came about');
  });

  it('lays the paling over starved water', () => {
    const paling = entriesOf(snapshot, 'atrium', 'seen').find(({ signs }) => signs.includes('paling'));
    if (!paling) throw new Error('no paling');
    const { answer, values } = waterWhenSeen(snapshot, atrium, paling, now);
    expect(values.starved).toBe(true);
    expect(plainSentence(answer.says, units)).toMatch(/^When paling was seen, nitrate was low at/);
  });

  it('is told to feed more while it starves', () => {
    // As the record stood 38 days ago: nothing later is known.
    const then = now - 38 * 86_400_000;
    const known = { ...snapshot, entries: snapshot.entries.filter((entry) => entry.at <= then) };
    const { values, answer } = nutrientLevelsOf(known, atrium, then);
    expect(['lean at high alkalinity', 'paling while lean', 'both zero']).toContain(values.findings[0]);
    expect(plainSentence(answer.says, units)).toMatch(/[Ff]eed more/);
  });
});
