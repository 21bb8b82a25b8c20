import { it } from 'vitest';
import { demoBook } from './scenario';
import { everyAnswer } from './testing/every-answer';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
it('x', () => {
  const now = Date.UTC(2026, 10, 24, 18);
  let t = performance.now();
  const book = demoBook(now, 'Europe/Lisbon');
  for (const [k, v] of everyAnswer(book, now)) console.log(k, '=>', v);
  console.log('first', performance.now() - t);
  t = performance.now();
  let a = 0;
  for (let d = 0; d < 28; d++) {
    const n = now + d * DAY_MS;
    const b = performance.now();
    const bk = demoBook(n, 'Europe/Lisbon');
    a += performance.now() - b;
    everyAnswer(bk, n);
  }
  console.log('per day', (performance.now() - t) / 28, 'demo', a / 28);
}, 60000);
