import { PARAMETERS } from '../parameters/parameters';

const { below, above } = PARAMETERS.salinity.danger;

/** Salinities beyond which most reef animals are hurt within hours. */
export const HARM = { low: below, high: above } as const;
