import type { Texts } from './article-text';

/** What is in the water, what works on it, and what can go wrong with it. */
export const WATER_AND_GEAR = {
  'low-ph': {
    says: [
      'With alkalinity in its band, low pH is nearly always carbon dioxide of the room.',
      'Inside 7.8 to 8.3 it is left alone.',
      'Test it: a cup of tank water aired outdoors for an hour shows what the room takes away.',
      'In order: windows, outside air to the skimmer, CO2 media, a refugium lit by night, limewater if alkalinity is needed anyway.',
      'Never a buffer: it lifts alkalinity, and pH falls back.',
    ],
    look: [
      { bench: 'trends', why: 'pH against what the room makes of it' },
      { bench: 'limewater', as: 'hours', why: 'what limewater by night does' },
    ],
  },
  'high-phosphate': {
    says: [
      'Phosphate comes with food, and is held by rock and sand, which give it back for months.',
      'Trust the test first: check ppb of phosphorus against mg/L of phosphate, which is three times as much.',
      'Bring it down slowly, by a fifth or so a week: a fast fall harms corals more than the level does.',
      'Feed with less waste, clean what collects, then use a little medium and test twice a week.',
      'Worry when it climbs while nothing has changed, or falls to zero.',
    ],
    look: [
      { bench: 'nutrients', why: 'its rate, and nitrate beside it' },
      { bench: 'water-change', as: 'level', why: 'what changes alone would take' },
    ],
  },
  'high-nitrate': {
    says: [
      'Nitrate is what food becomes; it climbs where more comes in than water changes, algae and bacteria take out.',
      'In a young tank it climbs and, after months, falls by itself.',
      'Act on the rate and not on one reading.',
      'Water changes bring it down at once by their share, and again only as often as they are done.',
      'Fish bear tens of mg/L; worry about corals when it keeps rising above your band.',
    ],
    look: [
      { bench: 'water-change', as: 'level', why: 'how many changes, and how large' },
      { bench: 'nutrients', as: 'levers', why: 'what would bring it down' },
    ],
  },
  'low-nutrients': {
    says: [
      'Both at zero for weeks is a warning and no success, in every school of reef keeping.',
      'Corals pale, and dinoflagellates get their chance.',
      'Feed more first; then run the skimmer half the day, leave floss out, and take media and carbon sources off, one at a time.',
      'At the first cyanobacteria cut back by steps.',
      'Worry most where alkalinity is high as well.',
    ],
    look: [
      { bench: 'nutrients', why: 'how long both have been there' },
      { bench: 'livestock', why: 'what is fed' },
    ],
  },
  'phosphate-media': {
    says: [
      'Iron oxide grains, or a liquid that makes phosphate fall out: both can strip the water within days.',
      'Start with a quarter of what the label says, rinse it, and test phosphate every other day.',
      'It binds until it is full; then change half of it, and the other half later.',
      'It takes a little alkalinity as well.',
      'Worry when phosphate reads zero: take it out.',
    ],
    look: [
      { bench: 'nutrients', why: 'how fast phosphate falls' },
      { bench: 'what-changed', why: 'before and after the medium' },
    ],
  },
  'activated-carbon': {
    says: [
      'It takes colour, smell and coral poisons out of the water; nitrate and phosphate it leaves.',
      'A cupful in a bag with flow lasts two to four weeks.',
      'Rinse it, and bring it in by halves in a tank that never had it: clear water is brighter water.',
      'It takes medicine out again after a treatment.',
      'Dust of it on fish was suspected of scars: use hard grains.',
    ],
    look: [{ bench: 'log', why: 'log “replaced carbon” to see what it changed' }],
  },
  'carbon-source': {
    says: [
      'Alcohol, vinegar or pellets feed bacteria, which take nitrate and phosphate with them into the skimmer.',
      'It is not for beginners: the full amount at once strips nutrients and oxygen, and can kill a tank overnight.',
      'Start at a small fraction, raise it in steps over weeks, and hold when nutrients near the floor.',
      'A forgotten dose crashes a tank as well as a double one.',
      'Count what else exports before starting, and stop at white haze or gasping fish.',
    ],
    look: [{ bench: 'nutrients', as: 'carbon', why: 'whether it is for this tank, and its next step' }],
  },
  refugium: {
    says: [
      'A lit part of the sump where algae grow that you take out: they carry nitrate and phosphate with them.',
      'Lit while the tank is dark, it holds pH up by night.',
      'Harvest by a third when it fills the space, and log it: what was cut is what was exported.',
      'It also starves when water is poor: then it pales and falls apart.',
      'Worry when it dies at once: take it out before it rots.',
    ],
    look: [
      { bench: 'nutrients', why: 'nutrients and the swing of pH' },
      { bench: 'livestock', why: 'its hours of light' },
    ],
  },
  skimmer: {
    says: [
      'It lifts waste out as foam, and airs the water.',
      'It overflows after hands, food, additives or new salt have been in the water, and when the sump stands too high.',
      'Set it by the water level first, and change air or height a little at a time.',
      'Run for half the day it leaves more nutrients in.',
      'A high water level should switch it off; a full cup on the floor is salt water near sockets.',
    ],
    look: [
      { bench: 'maintenance', why: 'when it was cleaned' },
      { bench: 'nutrients', why: 'nutrients since it was changed' },
    ],
  },
  light: {
    says: [
      'What corals can use is measured as PAR, in µmol/m²/s, at the coral and not at the lamp.',
      'Soft corals do with about 50 to 150, large-polyp stony ones with 80 to 200, small-polyp ones with 200 to 400.',
      'Change it by a tenth or so a week: too much at once bleaches.',
      'Hours count as well: eight to ten with a ramp, four at first in a new tank.',
      'Worry when corals pale from the top.',
    ],
    look: [{ bench: 'livestock', why: 'hours and ramp' }],
  },
  heater: {
    says: [
      'Most reefs stand at 25 to 26 °C (77 to 79 °F), and a slow swing of a degree is no harm.',
      'Heaters fail shut or open: two small ones with a separate controller cook nothing and freeze nothing.',
      'In a hot spell fans lower the water by two or three degrees and evaporate much more: watch the reservoir.',
      'Cool slowly, by a degree an hour, and move the surface, since warm water holds less oxygen.',
      'Above 29 or below 22 °C for hours act at once.',
    ],
    look: [
      { bench: 'trends', why: 'warmth over time' },
      { bench: 'top-off', why: 'what a fan costs in water' },
      { bench: 'new-tank', as: 'set-up', why: 'how strong a heater has to be' },
    ],
  },
  'power-cut': {
    says: [
      'Oxygen runs out first, within hours in a full tank: air by battery, or a jug dipped and poured again and again.',
      'Warmth goes slowly: wrap the tank, and warm it with sealed bottles.',
      'Do not feed, and leave the lights off.',
      'Before the power is back switch off heater, skimmer and dosers, check water levels, then switch on one by one.',
      'Afterwards test alkalinity and temperature: doses stood still meanwhile.',
    ],
    look: [
      { bench: 'corrections', why: 'what the missed doses left' },
      { bench: 'top-off', as: 'fails', why: 'what runs back into the sump' },
    ],
  },
  leak: {
    says: [
      'Taste or measure it: salt water is the tank or sump, fresh water the top-off or the RO/DI unit.',
      'Switch off at a dry place whatever stands in it before you touch anything.',
      'The usual places are a skimmer, a full sump after the return stopped, a union, and a hose of the RO/DI unit.',
      'A seam that weeps will not heal: lower the water to below it.',
      'A structure, wiring or a ceiling below is work for a qualified person.',
    ],
    look: [
      { bench: 'top-off', as: 'fails', why: 'how much can run out' },
      { bench: 'maintenance', why: 'sensors and hoses' },
    ],
  },
  electricity: {
    says: [
      'A tingle in the water is a fault, and can kill: unplug everything at a dry place, and do not reach in.',
      'Every plug at the tank belongs behind a residual-current device, with drip loops and sockets above the splash.',
      'Find the device by plugging in one at a time.',
      'Heaters and pumps with cracked cases are thrown away and not mended.',
      'Wiring is work for a licensed electrician, and local codes rule.',
    ],
    look: [{ bench: 'maintenance', why: 'when gear was last looked at' }],
  },
  precipitation: {
    says: [
      'Calcium and carbonate fall out as chalk where pH is high: a white cloud, or a crust on pumps and heaters.',
      'It follows limewater or a carbonate dose that lands in slow water, or two parts dosed in one place.',
      'Both levels then fall though they are dosed, so that it looks like consumption.',
      'Dose slowly, apart, into strong flow; keep magnesium in its band; clean the crust with vinegar.',
      'A cloud: stop dosing, leave it alone, and test in a day.',
    ],
    look: [
      { bench: 'schedule', why: 'how far apart the parts are' },
      { bench: 'limewater', as: 'sticks', why: 'what a stuck pump does' },
    ],
  },
  copper: {
    says: [
      'Copper harms invertebrates from a few tens of µg/L on, and fish much later.',
      'It comes from medicine, tap water in copper pipe, brass fittings and corroded magnets.',
      'A laboratory panel shows it; hobby kits are too coarse.',
      'Find and take out its source, change water several times, and run carbon or a resin made for metals.',
      'A tank that was once treated with it gives it back for a long time: ask before snails and corals go in.',
    ],
    look: [
      { bench: 'ro-water', why: 'whether the source water is clean' },
      { bench: 'water-change', as: 'series', why: 'what a series of changes leaves' },
    ],
  },
  'trace-elements': {
    says: [
      'There are five schools: by water changes, in proportion to calcium, by reactor media, by laboratory panel, and not at all.',
      'Many fine tanks dose none.',
      'Without a test the danger is too much: dose only what you can measure, or what a proportion justifies.',
      'Set a date at which it is kept or dropped, and judge by what is seen.',
      'If water changes cannot hold alkalinity, they do not hold traces either.',
    ],
    look: [
      { bench: 'what-changed', as: 'trials', why: 'a trial with its end' },
      { bench: 'log', why: 'log a panel in one line' },
    ],
  },
  orp: {
    says: [
      'It tells how strongly the water oxidises, in millivolts: 250 to 400 is usual.',
      'The figure hangs on the probe and its age, so compare it with itself only.',
      'It falls when something dies, after food, and with a dirty probe.',
      'It is chased with nothing: it follows oxygen and cleanliness.',
      'With ozone a controller must cut it off: high ORP from ozone harms gills and lungs.',
    ],
    look: [{ bench: 'trends', why: 'a fall against its own past' }],
  },
} as const satisfies Texts;
