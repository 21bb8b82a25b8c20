import type { Texts } from './article-text';

/** Corals, fish and what troubles them. */
export const CORALS_AND_ANIMALS = {
  bleaching: {
    says: [
      'A bleached coral has lost its algae and lives, for a time, on what it catches: tissue is there, colour is not.',
      'Look at four things: warmth, a lamp that was changed, alkalinity that was high or moved fast, and nitrate and phosphate near zero.',
      'High alkalinity with starved water is the usual pair.',
      'Change one thing at a time: feed more, let alkalinity ease back over weeks, dim the lamp.',
      'Worry when skeleton is bare: that is tissue loss.',
    ],
    look: [
      { bench: 'nutrients', why: 'alkalinity beside nitrate and phosphate' },
      { bench: 'what-changed', why: 'what came before the paling' },
    ],
  },
  'tissue-loss': {
    says: [
      'Bare white skeleton where tissue was: slow from the base, or fast within hours.',
      'From the base it most often follows a swing of alkalinity, salinity or warmth some days to weeks before.',
      'Look at the last month of these three before anything is changed, and at pests on the colony.',
      'Cut a healthy piece off well ahead of the edge, and set it elsewhere.',
      'Fast loss that spreads to others is an emergency: take the colony out, change water, run carbon.',
    ],
    look: [
      { bench: 'trends', why: 'alkalinity, salinity and warmth of the last month' },
      { bench: 'instruments', why: 'whether the readings can be believed' },
    ],
  },
  'burnt-tips': {
    says: [
      'White, thin ends of branching stony corals: skeleton grows faster than the tissue that covers it.',
      'It is seen with high alkalinity in water that is low in nitrate and phosphate.',
      'Let alkalinity ease back by doses a little lower, over weeks and not days, and feed more.',
      'Fresh growth is white at the tip as well, and harmless: algae on the tip tell them apart.',
      'Worry when tissue draws back below the tip.',
    ],
    look: [
      { bench: 'nutrients', why: 'alkalinity beside nutrients' },
      { bench: 'corrections', why: 'how fast to lower it' },
    ],
  },
  aiptasia: {
    says: [
      'A small brown, glassy anemone that stings corals and spreads from any piece left behind.',
      'Do not scrape or cut it: each piece grows.',
      'A few are injected or covered with a paste, pumps off; many are work for a shrimp or a fish that eats them.',
      'Heavy feeding multiplies them along with the colour.',
      'Worry when they stand in the overflow or between corals.',
    ],
    look: [{ bench: 'livestock', why: 'what is fed, and what lives there' }],
  },
  flatworms: {
    says: [
      'Many worms and bugs are harmless; those that sit on one kind of coral and eat it are not.',
      'Dip and look over every coral before it goes in, away from the tank.',
      'A treatment that kills many flatworms at once frees their poison: siphon most of them first, and have carbon ready.',
      'Some wrasses eat them.',
      'Worry when a coral loses tissue in bites.',
    ],
    look: [{ bench: 'log', why: 'log what is seen, to look back at it' }],
  },
  ich: {
    says: [
      'White grains on skin and fins, or a fine gold dust with fast breathing: parasites that live on fish and in sand.',
      'Nothing that cures them may go into a reef: copper and most medicines kill invertebrates.',
      'Fish are treated in a tank of their own, and the reef stays without fish for weeks, since the parasites wait there.',
      'Keep new fish apart before they go in.',
      'Dust, fast breathing or fish that do not eat are urgent: ask a veterinarian.',
    ],
    look: [
      { bench: 'add-tank', why: 'a quarantine tank with its own log' },
      { bench: 'mixing', as: 'match', why: 'water that matches' },
    ],
  },
  acclimation: {
    says: [
      'An animal is brought from one water to another: warmth first, then salinity.',
      'Measure the salinity of the bag: within 1 ppt there is little to do but match warmth.',
      'A long drip in a bag that was shut for a day is a danger: as its pH rises, its ammonia turns toxic.',
      'Invertebrates bear a difference of salinity less well than fish do.',
      'Bag water does not go into the tank.',
    ],
    look: [
      { bench: 'mixing', as: 'match', why: 'matching two waters' },
      { bench: 'new-tank', as: 'after', why: 'how many, and when' },
    ],
  },
  palytoxin: {
    says: [
      'Some button polyps carry one of the strongest poisons known; it can be breathed in, and enters by cuts and eyes.',
      'Wear gloves and eye protection to cut or move them, with wet cloths at hand.',
      'Never boil, scald, steam or scrub rock that carries them, and do not dry-brush it.',
      'Children and pets stay away.',
      'A metallic taste, fever, breathing trouble or weakness after such work is an emergency: call a doctor, and say what it was.',
    ],
    look: [{ bench: 'livestock', why: 'what lives in the tank' }],
  },
  oxygen: {
    says: [
      'Warm, still water holds little oxygen, and at night everything in the tank draws on it.',
      'Fish that breathe fast at the surface lack it, or have ammonia or parasites at their gills.',
      'Move the surface at once: a pump pointed up, an air stone, a window open.',
      'Carbon sources, dead animals and bacteria take it away.',
      'Test ammonia next; if both are well, ask a veterinarian about the fish.',
    ],
    look: [
      { bench: 'new-tank', as: 'day', why: 'toxic ammonia at this pH' },
      { bench: 'trends', why: 'warmth and pH' },
    ],
  },
} as const satisfies Texts;
