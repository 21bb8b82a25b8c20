/** Where the three demo systems stand; named so that nobody takes the figures for their own. */
export const DEMO_PLACE = 'Saltmarsh Lane Library';
