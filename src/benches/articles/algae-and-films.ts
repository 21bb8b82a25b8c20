import type { Texts } from './article-text';

/** What grows where it is not wanted, and what grows where it is. */
export const ALGAE_AND_FILMS = {
  cyanobacteria: {
    says: [
      'A red or dark film that lifts off in sheets and holds bubbles: bacteria that live by light, and no alga.',
      'It comes where feeding has just been raised, where water hardly moves, and where nitrate is near zero while phosphate is not.',
      'Cut back broadcast food first, then siphon it off at a water change and turn a pump on the place; shorter light helps.',
      'In a tank of a few months it comes and goes by itself.',
      'Worry when it covers corals, or when a remedy is used against it: what dies takes oxygen, so air the water.',
    ],
    look: [
      { bench: 'nutrients', why: 'nitrate and phosphate together' },
      { bench: 'what-changed', why: 'what came before it' },
    ],
  },
  dinoflagellates: {
    says: [
      'Brown strings with bubbles that go in the dark and are back by the evening; snails that eat them may die.',
      'They take hold where nitrate and phosphate have been at or near zero: look whether both have.',
      'Feed more, take phosphate media and carbon sources out, leave water changes for a while, and shorten the light.',
      'Which kind it is decides the rest, and a cheap microscope shows it.',
      'Worry when snails and corals begin to close: the aim is nutrients that can be measured, and no more cleaning.',
    ],
    look: [
      { bench: 'nutrients', why: 'whether both nutrients were near zero' },
      { bench: 'log', why: 'log what is seen, so that it stands on the curves' },
    ],
  },
  diatoms: {
    says: [
      'A brown dust on sand and glass that wipes off: the first bloom of nearly every new tank.',
      'It lives on silicate from new sand and rock, and on silicate that passes worn-out resin.',
      'In a young tank leave it: it goes in some weeks, and snails eat it.',
      'In an old tank read the TDS behind the resin, and change the resin if it is above zero.',
      'It hurts nothing; worry only if it stays for months.',
    ],
    look: [
      { bench: 'ro-water', why: 'whether the resin is spent' },
      { bench: 'new-tank', as: 'after', why: 'what is normal after a cycle' },
    ],
  },
  'hair-algae': {
    says: [
      'Green filaments on rock: they grow on what the fish leave, whatever the test reads, since they take it up as fast as it comes.',
      'Pull out what can be pulled, add grazers, and shorten the light.',
      'Look at what is fed against what is exported before any medium is bought.',
      'A phase of a month or two is normal after a cycle.',
      'Worry when it overgrows corals, or when nutrients climb along with it.',
    ],
    look: [
      { bench: 'nutrients', why: 'nitrate and phosphate over the weeks' },
      { bench: 'livestock', why: 'feeding and hours of light' },
    ],
  },
  'bubble-algae': {
    says: [
      'Green, glassy balls on rock, single or in clusters.',
      'Twist them off whole at a water change and siphon them as they come: a burst one may spread.',
      'Some crabs eat them; not every crab of a kind does.',
      'Nutrients within your band slow them and do not end them.',
      'Worry when they get between coral tissue and skeleton.',
    ],
    look: [{ bench: 'nutrients', why: 'nitrate and phosphate' }],
  },
  coralline: {
    says: [
      'A hard purple or pink crust that keeps other algae off: a good sign.',
      'It is made of what corals are made of, so it needs steady alkalinity, calcium and magnesium, and shows in consumption.',
      'It comes on a piece of live rock or a snail, and takes some months to spread.',
      'It dislikes very bright light and swings of alkalinity.',
      'White patches tell of a swing some days before: look at the curve.',
    ],
    look: [
      { bench: 'dosing', why: 'what it and the corals consume' },
      { bench: 'trends', why: 'how steady alkalinity is' },
    ],
  },
  'cloudy-water': {
    says: [
      'White haze is one of four things: bacteria, new sand, tiny bubbles, or minerals falling out.',
      'After a carbon source or much food it is bacteria: give air, and stop what feeds them.',
      'After a large dose or limewater it is minerals: stop dosing, and test alkalinity.',
      'In a new tank or after new sand wait a day or two with the skimmer on.',
      'Worry when fish breathe fast at the surface: give air at once.',
    ],
    look: [
      { bench: 'what-changed', why: 'what was done just before' },
      { bench: 'new-tank', why: 'whether ammonia has risen' },
    ],
  },
} as const satisfies Texts;
