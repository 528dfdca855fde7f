import type { SchoolId, Schools } from '../../core/index.ts'

type Option<K extends SchoolId> = Record<Schools[K], readonly [label: string, why: string]>
type SchoolWords = {
  readonly [K in SchoolId]: { readonly question: string; readonly changes: string; readonly options: Option<K> }
}

/** Where good practitioners differ: the question, what each side says for itself, and what it changes in a plan. */
export const SCHOOL_WORDS: SchoolWords = {
  'mats-when': {
    question: 'Mats: before or after the bath?',
    changes: 'When mats are cut or worked out; whether mat-release goes on.',
    options: {
      'by-severity': [
        'By how bad they are',
        'Tight and felted ones before, because water tightens them; knots after, because clean hair slips.',
      ],
      'before-bath': ['All before', 'Whatever is cut or loosened dry cannot tighten in the tub.'],
      'after-bath': ['All after', 'Clean hair slips, air opens mats, and blades come last.'],
    },
  },
  'brush-before-bath': {
    question: 'Brush before the bath?',
    changes: 'The brush-out before the tub on a coat that sheds.',
    options: {
      'undercoat-or-long': [
        'Undercoat and long coats',
        'What is loose comes out easier before it is wet; a short single coat needs none.',
      ],
      always: ['Always', 'Every coat is roughed out first, misted.'],
      never: ['Never', 'The first brush goes in when it is damp or drying.'],
    },
  },
  'clip-before-bath': {
    question: 'Clipper before the bath?',
    changes:
      'Whether clipping is done before the tub, and how much coat there is to wash and dry. A frail dog is clipped first whatever is said here: it stands for less.',
    options: {
      'mats-only': ['Only what is matted', 'A dirty coat blunts blades and cuts uneven.'],
      'rough-first': ['Rough clip first', 'Less to wash and less to dry; clipped again after.'],
    },
  },
  'nails-when': {
    question: 'Nails',
    changes: 'Whether nails are done in the tub, and what that saves.',
    options: {
      'after-pads': ['On the table, after the pads', 'Then their length can be seen.'],
      'in-dwell': [
        'In the tub, while a product works',
        'The dog stands there anyway; wet hair does not catch in a grinder.',
      ],
      'wet-last': ['In the tub, after the last rinse', 'Wet nails are soft.'],
    },
  },
  'ears-when': {
    question: 'Ears wiped',
    changes: 'Where the ears stand in the plan.',
    options: {
      'in-dwell': ['While a product works', 'A hand stays on the dog and the time is used.'],
      'before-bath': ['Before the bath', 'What comes out is washed off after.'],
      'after-drying': ['After drying', 'Then they are dry inside as well.'],
    },
  },
  'first-product': {
    question: 'First in the tub',
    changes:
      'Whether conditioner goes on the dry coat before the shampoo. Impacted undercoat always begins with conditioner.',
    options: {
      shampoo: ['Shampoo', 'Clean first; conditioner on a clean hair.'],
      conditioner: ['Conditioner, shampoo over it', 'It loosens what holds before any water.'],
    },
  },
  washes: {
    question: 'How many washes?',
    changes: 'A second wash on clean coats.',
    options: {
      'by-condition': ['As dirty as it is', 'One on a clean or dusty coat, two from dirty on.'],
      two: ['Always two', 'The first only opens the dirt.'],
    },
  },
  rinse: {
    question: 'Rinsing the face',
    changes: 'Where the face stands in each rinse.',
    options: {
      'face-first-and-last': ['First, and again last', 'Product leaves the eyes at once, and nothing runs back.'],
      'face-first': ['First', 'Product leaves the eyes at once; a dry head shakes less.'],
      'face-last': ['Last', 'A wet face shakes; leave it to the end.'],
    },
  },
  'head-water': {
    question: 'Water on the head',
    changes: 'Where wetting begins.',
    options: {
      'withers-first': ['Withers first, head last', 'A wet face shakes.'],
      'head-first': ['Head and ears first', 'Greasy ears need longest.'],
    },
  },
  foam: {
    question: 'Foam',
    changes: 'The volume of each wash, and how long it stands.',
    options: {
      spray: ['Spray and massage', 'Little product, and hands everywhere.'],
      soak: ['Soak in a filled tub', 'Foam works until it is gone.'],
    },
  },
  'conditioner-where': {
    question: 'Conditioner',
    changes: 'How far up the hair it is worked.',
    options: {
      'by-coat': ['By coat', 'To the root on wool and double coats, lengths and ends on long drop coats.'],
      'to-root': ['To the root', 'The undercoat is where it is needed.'],
      lengths: ['Mid-length to the ends', 'Roots go flat and greasy.'],
    },
  },
  'wire-conditioner': {
    question: 'Conditioner on a wire coat',
    changes: 'Whether and where a wire coat is conditioned.',
    options: {
      furnishings: ['Legs and beard only', 'The jacket stays harsh.'],
      never: ['Never', 'Anything soft costs the jacket.'],
      light: ['Lightly, all over', 'The undercoat lets go.'],
    },
  },
  'conditioner-drying': {
    question: 'Does conditioner change drying?',
    changes: 'A tenth on the drying times.',
    options: {
      neutral: ['Not so that it shows', 'Neither was ever measured here.'],
      slows: ['It slows it', 'It holds water.'],
      speeds: ['It speeds it', 'The hair closes and lets water go.'],
    },
  },
  'undercoat-tools': {
    question: 'Tools for undercoat',
    changes: 'Which tools the deshedding names.',
    options: {
      rake: ['A rake too, lightly', 'It brings what the brush cannot reach.'],
      'brush-and-air': ['Brush, comb and air only', 'Nothing that can cut.'],
      bladed: ['A bladed deshedder too', 'Quick; it cuts guard hair.'],
    },
  },
  'undercoat-much': {
    question: 'How much undercoat?',
    changes: 'When the deshedding says stop.',
    options: {
      'comes-freely': ['Only what comes freely', 'What still holds is still needed.'],
      all: ['All that air and brush bring', 'The owner sees less of it at home.'],
    },
  },
  'drying-start': {
    question: 'Drying starts',
    changes: 'Where the dryer begins.',
    options: {
      'by-coat': ['By coat and room', 'Underside first on long coats and in cold rooms.'],
      'top-down': ['From the top down', 'Water runs down.'],
      'underside-first': ['Feet and underside first', 'What is wet longest is cold longest.'],
    },
  },
  'dryer-heat': {
    question: 'Heat of the dryer',
    changes: 'The temperature at the outlet, and with it the minutes.',
    options: {
      warm: ['Warm', 'Warm, low for those who take heat badly.'],
      'room-air': ['Room air only', 'Nobody ever overheated in cool air.'],
    },
  },
  'dryer-place': {
    question: 'Where it is dried',
    changes: 'Where each stage of the drying happens.',
    options: {
      'tub-then-table': ['Bulk in the tub, finish on the table', 'Water stays in the tub.'],
      tub: ['All in the tub', 'One place, one loop.'],
      table: ['All on the table', 'The tub is free for the next.'],
    },
  },
  'brush-drying': {
    question: 'Brush while drying',
    changes: 'The brush the drying names.',
    options: {
      'by-coat': ['By coat', 'Slicker on wool and double coats, pin brush on long drop coats.'],
      slicker: ['Slicker', 'It stretches the curl.'],
      pin: ['Pin brush', 'It breaks no hair.'],
    },
  },
  'hidden-mats': {
    question: 'Mats nobody sees',
    changes: 'Whether mats in armpits, groin and behind ears may be cut out, and what that costs the dog.',
    options: {
      'cut-out': ['Cut out where that is kinder', 'No pulling in tender places; it grows back unseen.'],
      'brush-out': ['Worked out, every hair kept', 'A bare patch rubs; the coat stays whole.'],
    },
  },
  'ear-knots': {
    question: 'Knots at the ears',
    changes: 'The tool for knots at and behind the ears. Tight ones are cut.',
    options: {
      'thin-inside': ['Thinned from inside', 'The cover hair stays and hides it.'],
      cut: ['Cut', 'Quick, away from the edge.'],
    },
  },
  wire: {
    question: 'Wire coats',
    changes: 'Whether a jacket that comes is stripped.',
    options: {
      'as-wished': ['Stripped where the owner wants the jacket', 'Harshness and colour stay for those who want them.'],
      strip: ['Stripped whenever it comes', 'A clipped jacket is lost.'],
      clip: ['Never stripped here', 'Quicker, and easier on an old dog.'],
    },
  },
  'strip-when': {
    question: 'A jacket is stripped',
    changes: 'Whether the jacket comes off before the bath or after it, dried flat.',
    options: {
      'by-coat': [
        'Dry first, a dirty coat after the bath',
        'Clean coat grips best; dirt wears the fingers and the skin.',
      ],
      'before-bath': ['Always before the bath', 'Unwashed coat grips, and the bath soothes the skin after.'],
      'after-bath': ['Always after the bath, dried flat', 'Clean skin under the fingers.'],
    },
  },
  head: {
    question: 'The head',
    changes: 'The length of the head where the owner named only a body.',
    options: {
      'one-longer': ['One step longer than the body', 'Bone lies close under the skin there.'],
      skimmed: ['Skimmed to fit the body', 'One line from nose to tail.'],
      fuller: ['Left fuller', 'The face is what owners look at.'],
    },
  },
  'double-clip': {
    question: 'Clipper over a double coat',
    changes:
      'Whether a long comb attachment may skim dead ends off a double coat. Shaving it stays out of the question.',
    options: {
      never: ['Never', 'Bulk is thinned from under the top coat.'],
      skim: ['A light skim of dead ends', 'A tidy outline; the coat keeps its length.'],
    },
  },
  season: {
    question: 'Short for the summer?',
    changes: 'Whether coats with undercoat are taken short on request.',
    options: {
      'by-coat': ['Double coats kept, others as the owner likes', 'Where a coat comes back, it is the owner’s.'],
      keep: ['Every undercoat is kept', 'Coat keeps heat out as well as in.'],
    },
  },
  'clip-direction': {
    question: 'With or against the growth',
    changes: 'Direction and blade, on the throat and on lifted coat.',
    options: {
      'where-style-says': [
        'With; against where the style asks',
        'Smooth throats where they belong, soft lines elsewhere.',
      ],
      with: ['With the growth only', 'No blade stands against the hair, no skin is caught.'],
      'against-lifted': ['Against on lifted coat and throat', 'A smoother finish.'],
    },
  },
  'body-start': {
    question: 'The body clip starts',
    changes: 'The order of the cut.',
    options: {
      spine: ['Along the spine', 'It is flat, and the dog minds it least.'],
      neck: ['At the neck', 'Then it is free of the loop.'],
    },
  },
  armpits: {
    question: 'Armpits',
    changes: 'Whether armpits are clipped clean.',
    options: {
      'curled-and-drop': ['Clipped on wool and long drop coats', 'There friction mats them again within weeks.'],
      'every-coat': ['Clipped on every coat', 'Nobody misses that hair.'],
      leave: ['Left', 'Skin on skin chafes.'],
    },
  },
  sanitary: {
    question: 'The hygiene cut',
    changes: 'Blades at and around the opening.',
    options: {
      'ten-at-opening': ['A 10 at the opening only, longer around', 'Clean where it counts, no razor rash.'],
      'short-close': ['Short and close', 'It stays clean until the next visit.'],
      longer: ['A comb attachment, no bare blade', 'Thin skin, and nothing to itch.'],
    },
  },
  'sanitary-when': {
    question: 'When the hygiene cut',
    changes: 'Where it stands in the cut.',
    options: {
      'last-of-body': ['Last of the body, then disinfect', 'The blade is cleaned once, before the head.'],
      first: ['First on every dog', 'Then it is never forgotten.'],
    },
  },
  pads: {
    question: 'Pads',
    changes: 'The tool between the pads.',
    options: {
      'by-hands': ['By hands: a short blade, a 10 for learners', 'Edges only, up and outwards.'],
      'short-blade': ['A short blade for everybody', 'It clears what is packed.'],
      'narrow-or-shears': ['Round-tipped shears, no full-width blade', 'The web is thinner than a blade is wide.'],
    },
  },
  'pads-when': {
    question: 'When the pads',
    changes: 'Whether pads are done before the tub.',
    options: {
      'after-drying': ['After drying', 'Clean hair, sharp blade.'],
      'before-bath': ['Before the bath', 'Less to wash, and a firmer stand.'],
    },
  },
  'feet-how': {
    question: 'Feet',
    changes: 'How the feet are trimmed.',
    options: {
      'if-it-minds-standing': ['Lifted; standing if the dog minds', 'As the dog bears it.'],
      lifted: ['Lifted', 'Every toe is seen.'],
      standing: ['Standing, shears flat on the table', 'The foot is as it will be walked on.'],
    },
  },
  'face-line': {
    question: 'The line of a smooth face',
    changes: 'How far back a smooth face is clipped.',
    options: {
      'centimetre-behind': ['A centimetre behind the eye', 'Clear eyes, soft line.'],
      corner: ['To the corner of the eye', 'More cheek, a softer look.'],
      'to-the-ear': ['Back to the ear', 'A long clean head.'],
    },
  },
  'ear-edge': {
    question: 'The edge of the ear',
    changes: 'How the edge of a clipped ear is finished. Learners always scissor it.',
    options: {
      scissored: ['Scissored along the finger', 'The finger is between the shears and the skin.'],
      'blade-edge': ['With the edge of a fine blade', 'One even line.'],
    },
  },
  'ear-hair': {
    question: 'Hair in the ears',
    changes: 'Whether hair is plucked from the canal, and the minutes it takes.',
    options: {
      leave: ['Left unless a vet asks; what shows is trimmed', 'Plucking inflames.'],
      pluck: ['Plucked, inside the canal only', 'Air gets in.'],
    },
  },
  stains: {
    question: 'Stains round eyes and mouth',
    changes: 'Whether stained hair on the face is brightened in the bath, cut away at the finish, or left.',
    options: {
      wash: ['Washed with care', 'Brightening, never in the eye; it takes weeks, not one wash.'],
      cut: ['Cut away', 'What is gone is not stained; the face comes shorter there.'],
      leave: ['Left as they are', 'Least done near the eye.'],
    },
  },
  lashes: {
    question: 'Lashes',
    changes: 'What is done at the eyes.',
    options: {
      'as-owner-likes': ['As the owner likes', 'Some love them.'],
      off: ['Off', 'Nothing in the eyes.'],
    },
  },
}

/** The rows in the order of the work. */
export const SCHOOL_GROUPS: readonly (readonly [title: string, ids: readonly SchoolId[]])[] = [
  [
    'Before the tub',
    ['mats-when', 'hidden-mats', 'ear-knots', 'brush-before-bath', 'clip-before-bath', 'wire', 'strip-when'],
  ],
  [
    'In the tub',
    [
      'head-water',
      'first-product',
      'washes',
      'foam',
      'rinse',
      'conditioner-where',
      'wire-conditioner',
      'ears-when',
      'nails-when',
    ],
  ],
  [
    'Undercoat and drying',
    [
      'undercoat-tools',
      'undercoat-much',
      'drying-start',
      'dryer-heat',
      'dryer-place',
      'brush-drying',
      'conditioner-drying',
    ],
  ],
  [
    'The cut',
    [
      'body-start',
      'clip-direction',
      'armpits',
      'sanitary',
      'sanitary-when',
      'double-clip',
      'season',
      'head',
      'face-line',
    ],
  ],
  ['Feet, ears, eyes', ['pads', 'pads-when', 'feet-how', 'ear-edge', 'ear-hair', 'lashes', 'stains']],
]
