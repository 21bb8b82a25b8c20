import { RECORD_VERSION, type TableName } from './schema';

type PlainRow = Readonly<Record<string, unknown>>;

/**
 * How rows of an older record become rows of the next. The same steps serve a database opened by a newer version
 * and an exported file read back, so there is one path, tested from a stored file of version 1.
 */
interface Migration {
  readonly to: number;
  readonly rows: Partial<Record<TableName, (row: PlainRow) => PlainRow>>;
}

/** A reactor tank's parts may have run beside it: what was not logged of them was unknown in version 8, and stays so. */
const SUPPLIES_OF_METHOD: Readonly<Record<string, readonly string[]>> = {
  parts: ['parts'],
  reactor: ['parts', 'reactor'],
  'water-changes': [],
};

const USE_NOW: Readonly<Record<string, string>> = { fill: 'solved', base: 'fixed' };

const MIGRATIONS: readonly Migration[] = [
  {
    // Version 1 kept one figure for what rock and sand displace, and no letter-shortcut setting.
    to: 2,
    rows: {
      tanks: ({ displacedL, ...tank }) => ({ ...tank, rockL: displacedL ?? 0, sandL: 0 }),
      settings: (settings) => ({ ...settings, letterShortcuts: true }),
    },
  },
  {
    // Version 3 knows solutions by their label, the purity of a salt and salinity in mS/cm; what version 2 wrote stands as it is.
    to: 3,
    rows: {},
  },
  {
    // Version 4 adds vessels, the source line, water days, checks of a batch, and more that may be said of salts and
    // changes; what version 3 wrote stands as it is.
    to: 4,
    rows: {},
  },
  {
    // Version 5 adds how a tank was set up and begun, what was put in, and what the ammonia and nitrite kits tell; what
    // version 4 wrote stands as it is.
    to: 5,
    rows: {},
  },
  {
    // Version 6 adds how a tank is topped off, its feeder and absences, looks at reservoir, bottles, pump and room, and
    // upkeep; what version 5 wrote stands as it is.
    to: 6,
    rows: {},
  },
  {
    // Version 7 keeps what a solution was made as before it was changed; what version 6 wrote stands as it is.
    to: 7,
    rows: {},
  },
  {
    // Version 8 knows which record a database holds and how far it has come, and bounds what no tank could be; what version 7
    // wrote within those bounds stands as it is.
    to: 8,
    rows: {},
  },
  {
    // Version 9 knows instruments, bounds, hours and pulses of a dose, a chamber's pH and equipment set; and that a tank may run
    // any mix of supplies, where version 8 named one.
    to: 9,
    rows: { tanks: ({ method, ...tank }) => ({ ...tank, supplies: SUPPLIES_OF_METHOD[String(method)] ?? ['parts'] }) },
  },
  {
    // Version 10 adds what each solution is to a tank's dosing, earlier net volumes, the size and price of a bottle, further hours
    // of a dose and measured pumps; what version 9 wrote stands as it is.
    to: 10,
    rows: {},
  },
  {
    // Version 11 adds how limewater is made and its reactor is built, tests of both and fillings of a reactor, and prices; what
    // version 10 wrote stands as it is.
    to: 11,
    rows: {},
  },
  {
    // Version 12 adds what was seen, feeding, livestock that went, what was replaced, trials, the ramp of lights, a tank's class of livestock
    // and how long calibrations and reagents last; what version 11 wrote stands as it is.
    to: 12,
    rows: {},
  },
  {
    // Version 13 numbers entries in the order in which they are filed. Of those before it nobody knows that order: at one moment they go on to
    // stand by their identity, before all that is filed since.
    to: 13,
    rows: { entries: (entry) => ({ ...entry, seq: 0 }) },
  },
  {
    // Version 14 adds corrections with a beginning and an end, the doses that are shares of one, and a factor to an instrument's correction; what
    // version 13 wrote stands as it is.
    to: 14,
    rows: {},
  },
  {
    // Version 15 adds whether a tank's doses are seldom set or its levels held close, and corrections by a raised dose; what version 14 wrote
    // stands as it is.
    to: 15,
    rows: {},
  },
  {
    // Version 16 adds how far off a remembered figure may be, and dinoflagellates to what was seen; what version 15 wrote stands as it is.
    to: 16,
    rows: {},
  },
  {
    // Version 17 knows windows that stand open or shut, and the price of a scrubber's media; what a solution is to the plan is called by the plan's
    // own words.
    to: 17,
    rows: {
      tanks: ({ mix, ...tank }) => ({
        ...tank,
        ...(mix !== undefined && {
          mix: Object.fromEntries(
            Object.entries(mix as Readonly<Record<string, string>>).map(([id, use]) => [id, USE_NOW[use] ?? use]),
          ),
        }),
      }),
    },
  },
  {
    // Version 18 adds what is fed (cubes, pinches, grams, of which food), skimmate, harvests, carbon sources, remedies ruled out, filters in or out
    // of the water, and signs that have gone. Flatworms and glass anemones, which were written as pests before, stay so.
    to: 18,
    rows: {},
  },
];

/** Carries one row of a table from an older version up to the present one. */
export function migrateRow(table: TableName, row: PlainRow, fromVersion: number): PlainRow {
  let current = row;
  for (const { to, rows } of MIGRATIONS) {
    const step = rows[table];
    if (to > fromVersion && to <= RECORD_VERSION && step) current = step(current);
  }
  return current;
}
