import type { PlatformDesign, Thing } from '@famiglia/standins'

const item = (id: number, title: string, state: 'draft' | 'out' | 'paused', by = 'Ondaverde Ferries') => ({
  id: String(id),
  title,
  state,
  by,
})
const euros = (spend: string, revenue: string, contacts: string) => ({
  spend: `${spend} euros this month`,
  revenue: revenue === 'none' ? 'none' : `${revenue} euros this month`,
  contacts,
})

const adverts: readonly Thing[] = [
  {
    ref: 'MA-20417',
    kind: 'ad-account',
    name: 'Summer Crossings',
    payment: 'Ferry house card, up to 12,000 euros a month',
    figures: euros('4,180', '61,240', '318 people'),
    daily: { spend: 417, results: 40, revenue: 2040 },
    items: [item(1, 'Islands by breakfast', 'out'), item(2, 'Bicycles travel free in May', 'draft')],
  },
  {
    ref: 'MA-20418',
    kind: 'ad-account',
    name: 'Winter Freight',
    payment: 'Ferry house card, up to 3,000 euros a month',
    figures: euros('610', '9,030', '41 people'),
    daily: { spend: 61, results: 3, revenue: 300 },
    items: [item(1, 'Your van, dry and on time', 'paused')],
  },
  {
    ref: 'MA-20555',
    kind: 'ad-account',
    name: 'Spring Timetable',
    payment: 'Ferry house card, up to 500 euros a month',
    figures: euros('0', 'none', 'nobody yet'),
    items: [],
  },
  {
    ref: 'MA-30955',
    kind: 'ad-account',
    name: 'Gullwright showcase',
    payment: 'Gullwright & Moss, by invoice',
    figures: euros('95', 'none', '3 people'),
    items: [],
  },
  {
    ref: 'MA-41007',
    kind: 'ad-account',
    name: 'Fjord Freight',
    payment: 'Vastholm Freight, card of the harbour office, up to 2,000 euros a month',
    figures: euros('890', '14,700', '62 people'),
    daily: { spend: 311, results: 17, revenue: 1400 },
    items: [item(1, 'Cold water, warm welcome', 'out')],
  },
  {
    ref: 'MA-70113',
    kind: 'tag',
    name: 'Ticket shop tag',
    figures: { revenue: '58,910 euros counted this month', contacts: '1,204 visitors known' },
    items: [item(1, 'Ticket bought', 'out'), item(2, 'Cabin chosen', 'out')],
  },
  {
    ref: 'MA-80224',
    kind: 'catalog',
    name: 'Crossings & cabins',
    figures: { revenue: '44,300 euros of its items this month' },
    items: [item(1, 'Two-berth cabin', 'out'), item(2, 'Bicycle space', 'draft')],
  },
]

const posts: readonly Thing[] = [
  {
    ref: 'TN-11204',
    kind: 'page',
    name: 'Ondaverde Ferries',
    figures: { revenue: '2,150 euros by its adverts', contacts: '12 leads' },
    items: [item(1, 'New landing stage at Lido Basso', 'out')],
  },
  {
    ref: 'TN-11205',
    kind: 'page',
    name: 'Day Trips',
    figures: { revenue: '840 euros by its adverts', contacts: '5 leads' },
    items: [item(1, 'Three islands in a day', 'out'), item(2, 'Where to have lunch', 'draft')],
  },
  {
    ref: 'TN-33018',
    kind: 'profile',
    name: '@ondaverde',
    figures: { contacts: '8,312 followers' },
    items: [item(1, 'Fog this morning', 'out')],
  },
  {
    ref: 'TN-50007',
    kind: 'assistant',
    name: 'Harbour desk',
    figures: { contacts: '207 people asked this month' },
    items: [item(1, 'Is the ferry running?', 'out')],
  },
]

/** The platforms of the demo, all of them stand-ins, with what lives there. */
export const platformDesigns: readonly PlatformDesign[] = [
  {
    key: 'marram',
    name: 'Marram',
    about: 'adverts, tags and catalogs',
    accent: '#27566b',
    prefix: 'MA',
    kinds: ['ad-account', 'manager-account', 'tag', 'catalog'],
    things: adverts,
  },
  {
    key: 'tern',
    name: 'Tern',
    about: 'pages, profiles and assistants',
    accent: '#5a3d73',
    prefix: 'TN',
    kinds: ['page', 'profile', 'assistant'],
    things: posts,
  },
  {
    key: 'sprat',
    name: 'Sprat',
    about: 'videos',
    accent: '#7a3b2e',
    prefix: 'SP',
    kinds: ['channel'],
    things: [
      {
        ref: 'SP-4402',
        kind: 'channel',
        name: 'Decks & Harbours',
        figures: { revenue: '310 euros this month' },
        items: [item(1, 'A day on the bridge', 'out'), item(2, 'Mooring in a crosswind', 'draft')],
      },
    ],
  },
  {
    key: 'limpet',
    name: 'Limpet',
    about: 'measuring',
    accent: '#2f5d3a',
    prefix: 'LM',
    kinds: ['analytics-account', 'property'],
    things: [
      {
        ref: 'LM-900',
        kind: 'analytics-account',
        name: 'Ondaverde web',
        figures: { spend: '4,790 euros', revenue: '70,270 euros' },
        items: [item(1, 'Where tickets are given up', 'out')],
      },
      {
        ref: 'LM-901',
        kind: 'property',
        name: 'Ticket shop',
        inside: 'LM-900',
        figures: { spend: '4,180 euros', revenue: '61,240 euros' },
        items: [item(1, 'Cabins by month', 'draft')],
      },
      {
        ref: 'LM-902',
        kind: 'property',
        name: 'Timetable app',
        inside: 'LM-900',
        figures: { spend: '610 euros', revenue: '9,030 euros' },
        items: [],
      },
    ],
  },
  {
    key: 'samphire',
    name: 'Samphire',
    about: 'letters to readers',
    accent: '#6b5b1e',
    prefix: 'SA',
    kinds: ['mailing-account'],
    things: [
      {
        ref: 'SA-210',
        kind: 'mailing-account',
        name: 'Deckhand letter',
        figures: { revenue: '1,980 euros by its readers', contacts: '9,411 readers' },
        items: [item(1, 'Spring timetable', 'out')],
      },
    ],
  },
]
