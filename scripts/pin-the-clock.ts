import pinned from './pinned-moment.json' with { type: 'json' };

/** Every unit test runs at one moment, in one zone (`vitest.config.ts`), so that none depends on the day it is run. */
Date.now = () => Date.parse(pinned.at);
