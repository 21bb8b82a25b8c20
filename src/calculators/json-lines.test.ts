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

  it('says what a wrong figure looks like', () => {
    const answer = reply(calculatorOrRefuse('carbonate'), { alkalinity: 150, pco2Uatm: 420, salinity: 1.026 });
    expect(!answer.ok && answer.refused).toMatchObject({
      field: 'alkalinity',
      value: 150,
      suggestion: '150 ppm CaCO3',
    });
  });
});
