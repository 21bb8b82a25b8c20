import '@/calculators/calculator/without-eval';
import { expose } from 'comlink';
import { runSlow } from './slow-calculators';

/** The slow calculators behind a worker's door. */
const calculators = { run: runSlow };
export type Calculators = typeof calculators;

expose(calculators);
