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
    changes: 'Whether clipping is done before the tub, and how much coat there is to wash and dry.',
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
}
