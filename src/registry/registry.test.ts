import { describe, expect, it } from 'vitest';
import { benchAddress, leadsElsewhere, leadsTo, placeAt } from './addresses';
import type { BenchEntry } from './bench';
import { BENCHES, benchOf, partOf } from './benches';
import { finder } from './find/finder';
import { FINDABLE_PLACES } from './find/places';
import { ROOMS } from './rooms';

const all: readonly BenchEntry[] = BENCHES;

describe('the registry', () => {
  it('names each address, name and key once', () => {
    for (const of of [all.map(({ path }) => path), all.map(({ name }) => name)])
      expect(new Set(of).size).toBe(of.length);
    // Keys that act besides: jot, undo, redo, night, tank before and next, Find, help.
    const keys = [...all.map(({ key }) => key), ...ROOMS.map(({ key }) => key), 'j', 'u', 'y', 'n', '[', ']', '/', '?'];
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys.every((key) => key.length === 1)).toBe(true);
  });

  it('has a bench in each of five rooms, and each bench asks a question', () => {
    expect(ROOMS).toHaveLength(5);
    for (const room of ROOMS) expect(all.some((bench) => bench.room === room.path)).toBe(true);
    for (const { question, parts = [] } of all)
      for (const asks of [question, ...parts.map((part) => part.question)]) expect(asks).toMatch(/^[A-Z].+\?$/);
  });

  it('leads every former address to a bench and a part that are there', () => {
    // Every address the product has had before, as of the session in which the rooms were made.
    const former = [
      ...'series source mix change dose cycle record new water'.split(' '),
      ...['correct', 'stock', 'match', 'instrument'].map((as) => `mix?as=${as}`),
      ...['series', 'routine', 'level', 'drip'].map((as) => `change?as=${as}`),
      ...['loss', 'upkeep', 'leaving', 'stands'].map((as) => `top-off?as=${as}`),
      ...['correct', 'schedule', 'bottles', 'methods', 'reactor'].map((as) => `dose?as=${as}`),
      ...['set-up', 'plan', 'day', 'after', 'volume', 'from-tank'].map((as) => `cycle?as=${as}`),
    ];
    for (const address of former) {
      const [name = '', as] = address.split('?as=');
      const place = leadsTo(name, as);
      expect(
        all.map(({ path }) => path),
        address,
      ).toContain(place?.bench);
      if (place?.as !== undefined) expect(partOf(benchOf(place.bench), place.as)?.as, address).toBe(place.as);
    }
    expect(leadsTo('cycle', 'volume')).toEqual({ bench: 'new-tank', as: 'volume' });
    expect(leadsTo('top-off', 'leaving')).toEqual({ bench: 'going-away' });
    expect(leadsTo('tests', undefined)).toEqual({ bench: 'log' });
  });

  it('leads whole addresses on with what they asked for, and lets doors and benches be', () => {
    const lead = (address: string) => {
      const { pathname, searchParams } = new URL(address, 'http://localhost');
      return leadsElsewhere(placeAt(pathname), searchParams, ['', 'record', 'new', 'water-day']);
    };
    expect(lead('/')).toBe('/mine');
    expect(lead('/demo/atrium')).toBe('/demo/atrium/today');
    expect(lead('/demo/atrium/change?as=routine&of=calcium')).toBe('/demo/atrium/water-change?of=calcium&as=routine');
    expect(lead('/demo/atrium/mix?for=correct')).toBe('/demo/atrium/mixing?as=correct');
    expect(lead('/demo/atrium/dose?as=bottles')).toBe('/demo/atrium/bottles');
    for (const still of [
      '/mine',
      '/demo/record',
      '/demo/water-day',
      '/demo/atrium/dosing?as=x',
      '/demo/atrium/nowhere',
    ])
      expect(lead(still), still).toBeUndefined();
  });

  it('leaves an address alone that is right or leads nowhere', () => {
    for (const { path } of all) expect(leadsTo(path, undefined)).toBeUndefined();
    expect(leadsTo('top-off', 'fails')).toBeUndefined();
    expect(leadsTo('nowhere', undefined)).toBeUndefined();
    expect(benchAddress('demo', 'atrium', 'top-off', 'fails')).toBe('/demo/atrium/top-off?as=fails');
  });
});

describe('Find', () => {
  const find = finder(FINDABLE_PLACES);
  const first = (typed: string) => {
    const found = find(typed)[0];
    return found && (found.as === undefined ? found.bench : `${found.bench} ${found.as}`);
  };

  // What a newcomer who knows the trade and not the product may type. The words are common practice; the bench is where the
  // question is answered.
  it.each([
    ['wc', 'water-change'],
    ['water change', 'water-change'],
    ['change water', 'water-change'],
    ['how much water to change', 'water-change routine'],
    ['weekly water change', 'water-change routine'],
    ['lower nitrate', 'nutrients levers'],
    ['awc', 'water-change drip'],
    ['kalk', 'limewater'],
    ['kalkwasser', 'limewater'],
    ['limewater', 'limewater'],
    ['kalk stirrer', 'limewater'],
    ['kalk overdose', 'limewater sticks'],
    ['drip kalk at night', 'limewater hours'],
    ['ato', 'top-off'],
    ['top off', 'top-off'],
    ['top-off', 'top-off'],
    ['evaporation', 'top-off'],
    ['how much does it evaporate', 'top-off'],
    ['reservoir', 'top-off'],
    ['stuck float', 'top-off fails'],
    ['float switch', 'top-off set-up'],
    ['mix salt', 'mixing'],
    ['how much salt', 'mixing'],
    ['make saltwater', 'mixing new'],
    ['salinity too high', 'mixing correct'],
    ['refractometer', 'mixing instrument'],
    ['sg to ppt', 'mixing instrument'],
    ['specific gravity', 'mixing instrument'],
    ['salt', 'salt'],
    ['which salt', 'salt'],
    ['rodi', 'ro-water'],
    ['ro/di', 'ro-water'],
    ['membrane', 'ro-water'],
    ['tds', 'ro-water'],
    ['chloramine', 'ro-water'],
    ['how much to dose', 'dosing'],
    ['dose', 'dosing'],
    ['two part', 'dosing'],
    ['two-part', 'dosing'],
    ['alk', 'dosing'],
    ['alkalinity', 'dosing'],
    ['consumption', 'dosing'],
    ['calcium', 'dosing'],
    ['raise alk', 'corrections'],
    ['alk too low', 'corrections'],
    ['low magnesium', 'corrections'],
    ['dosing pump', 'schedule'],
    ['soda ash', 'bottles solutions'],
    ['recipe', 'bottles solutions'],
    ['reactor', 'reactor'],
    ['calcium reactor', 'reactor'],
    ['effluent', 'reactor'],
    ['co2 cylinder', 'reactor use'],
    ['cycle', 'new-tank'],
    ['ammonia', 'new-tank'],
    ['is it cycled', 'new-tank day'],
    ['first fish', 'new-tank after'],
    ['how long to cycle', 'new-tank plan'],
    ['why is my ph low', 'ph'],
    ['nitrate', 'nutrients'],
    ['phosphate', 'nutrients'],
    ['po4', 'nutrients'],
    ['pale corals', 'nutrients'],
    ['chart', 'trends'],
    ['log', 'log'],
    ['history', 'log'],
    ['test results', 'log'],
    ['holiday', 'going-away'],
    ['vacation', 'going-away'],
    ['net volume', 'tank'],
    ['targets', 'tank'],
    ['calibrate', 'maintenance'],
    ['clean', 'maintenance'],
    ['export', 'files'],
    ['backup', 'files'],
    ['import', 'files'],
    ['units', 'settings'],
    ['fahrenheit', 'settings'],
    ['add a tank', 'add-tank'],
    ['what now', 'today'],
  ])('“%s” leads to %s', (typed, place) => {
    expect(first(typed)).toBe(place);
  });

  it('forgives a slip of the finger, and finds nothing for nonsense', () => {
    expect(first('evaporaton')).toMatch(/^top-off/);
    expect(first('kalkwaser')).toMatch(/^limewater/);
    expect(find('zzxqv')).toEqual([]);
    expect(find('')).toEqual([]);
  });
});
