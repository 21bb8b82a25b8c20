import { shiftClock } from '../src/testing/running-clock';
import pinned from './pinned-moment.json' with { type: 'json' };

/**
 * Each file of unit tests begins at one moment, in one zone (`vitest.config.ts`), and its clock runs on from there: no test
 * depends on the day it is run. The machine's clock is read for the difference alone.
 */
const machine = new Date(0).constructor as DateConstructor;
shiftClock(Date.parse(pinned.at) - machine.now());
