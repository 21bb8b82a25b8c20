import { describe, expect, it } from 'vitest';
import { calculatorOrRefuse, reply, replyToLine } from './json-lines';

describe('the line protocol', () => {
  it('answers a request by its id and name', () => {
    const line =
      '{"id":7,"calculator":"carbonate","input":{"alkalinity":"8 dKH","pco2Uatm":"420 ppm","temperatureC":25.5}}';
    const answer = replyToLine(line);
    expect(answer).toMatchObject({ id: 7, calculator: 'carbonate', ok: true });
    // Independent evaluation of Dickson et al. 2007: 8.233.
    expect(answer.ok && answer.sentence).toMatch(/^pH is at 8\.23, with 8 dKH/);
  });

  it.each([
    ['{"calculator":"carbonat","input":{}}', 'calculator', 'Perhaps carbonate?'],
    ['not json', 'line', undefined],
    ['{"calculator":"carbonate"', 'line', undefined],
    ['[1,2]', 'request', undefined],
    ['{"calculator":"carbonate","input":{},"more":1}', 'request', undefined],
    ['{"calculator":"carbonate","input":{"alkalinity":3,"phNbs":8.1,"pco2Uatm":400}}', 'what is known', undefined],
    [
      '{"calculator":"carbonate","input":{"alkalinity":"8 dKH","pco2Uatm":420,"salinity":1.026}}',
      'salinity',
      undefined,
    ],
  ])('refuses %s', (line, field, hint) => {
    const answer = replyToLine(line);
    if (answer.ok) throw new Error('answered');
    expect(answer.refused.field).toBe(field);
    if (hint) expect(answer.refused.hint).toBe(hint);
  });

  it('names every field that is wrong, and none in the words of the validator', () => {
    const answer = reply(calculatorOrRefuse('dosing-plan'), {
      netVolumeL: 'much',
      demand: { alkalinity: { perDay: 'x' } },
      sources: [{ name: 7, perMl: { alkalinity: 1 }, use: 'sometimes' }],
      certainty: 'sure',
      unsaid: 'all',
    });
    if (answer.ok) throw new Error('answered');
    const { refused } = answer;
    const all = [refused, ...(refused.also ?? [])];
    expect(all.map(({ path }) => path)).toEqual([
      'netVolumeL',
      'demand.alkalinity.perDay',
      'sources.0.name',
      'sources.0.use',
      'unsaid',
      'certainty',
    ]);
    expect(all.map(({ allowed }) => allowed).join(' | ')).toMatch(
      /text \| one of solved, fixed, off \| a list \| one of/,
    );
    for (const { allowed } of all) expect(allowed).not.toMatch(/expected|received|Invalid|>=|<=/);
  });

  it.each([
    ['livestock-asks', { there: [{ what: 'fish', count: -3 }] }, 'how many'],
    ['parameter-trend', { parameter: 'nitrate', now: 2e9, readings: [{ at: 1e9, value: -1, sd: 1 }] }, 'nitrate'],
    [
      'before-after',
      { parameter: 'nitrate', what: 'x', at: 1e9, now: 2e9, readings: [{ at: 1e9, value: -1, sd: 1 }] },
      'nitrate',
    ],
    ['when-seen', { signs: ['paling'], at: 1, levels: [{ parameter: 'calcium', level: -5, sd: 1 }] }, 'calcium'],
    ['levels', { levels: [{ parameter: 'calcium', value: -5 }] }, 'last reading'],
    [
      'levels',
      {
        levels: [
          {
            parameter: 'calcium',
            moves: { perDay: 1, perDaySd: 1, driftPerDay: 5000, driftPerDaySd: 1, readingSd: 1 },
          },
        ],
      },
      'change of calcium a day',
    ],
    [
      'after-change',
      { ...(calculatorOrRefuse('after-change').example as object), consumedNet: 900 },
      'change of alkalinity a day',
    ],
  ])('%s refuses what no water can be: %o', (name, input, field) => {
    const answer = reply(calculatorOrRefuse(name), input);
    expect(!answer.ok && answer.refused.field).toBe(field);
  });

  it('says what a wrong figure looks like', () => {
    const answer = reply(calculatorOrRefuse('carbonate'), { alkalinity: 150, pco2Uatm: 420, salinity: 1.026 });
    expect(!answer.ok && answer.refused).toMatchObject({
      field: 'alkalinity',
      value: 150,
      suggestion: '150 ppm CaCO3',
    });
  });
});
