import type { Means, PlatformDesign, Thing } from '@famiglia/standins'

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
    payment: 'MM-4421',
    monthly: 20_000,
    figures: euros('4,180', '61,240', '318 people'),
    daily: { spend: 417, results: 40, revenue: 2040 },
    items: [item(1, 'Islands by breakfast', 'out'), item(2, 'Bicycles travel free in May', 'draft')],
  },
  {
    ref: 'MA-20418',
    kind: 'ad-account',
    name: 'Winter Freight',
    payment: 'MM-9078',
    monthly: 6_000,
    figures: euros('610', '9,030', '41 people'),
    daily: { spend: 61, results: 3, revenue: 300 },
    items: [item(1, 'Your van, dry and on time', 'paused')],
  },
  {
    ref: 'MA-20419',
    kind: 'ad-account',
    name: 'Night Crossings',
    payment: 'MM-4421',
    monthly: 3_000,
    figures: euros('640', '8,800', '52 people'),
    daily: { spend: 70, results: 6, revenue: 310 },
    items: [item(1, 'Sleep over, wake up there', 'out')],
  },
  {
    ref: 'MA-20420',
    kind: 'ad-account',
    name: 'Harbour Parking',
    payment: 'MM-4421',
    figures: euros('0', 'none', '4 people'),
    daily: { spend: 10, results: 1, revenue: 14 },
    items: [item(1, 'Park by the boat', 'paused')],
  },
  {
    ref: 'MA-20555',
    kind: 'ad-account',
    name: 'Spring Timetable',
    payment: 'MM-4421',
    monthly: 500,
    figures: euros('0', 'none', 'nobody yet'),
    items: [],
  },
  {
    ref: 'MA-30955',
    kind: 'ad-account',
    name: 'Gullwright showcase',
    payment: 'MM-1207',
    figures: euros('95', 'none', '3 people'),
    items: [],
  },
  {
    ref: 'MA-41007',
    kind: 'ad-account',
    name: 'Fjord Freight',
    payment: 'MM-6610',
    monthly: 12_000,
    figures: euros('890', '14,700', '62 people'),
    daily: { spend: 311, results: 17, revenue: 1400 },
    items: [item(1, 'Cold water, warm welcome', 'out')],
  },
  {
    ref: 'MA-41008',
    kind: 'ad-account',
    name: 'Cold Chain',
    payment: 'MM-6610',
    monthly: 4_000,
    figures: euros('1,420', '9,800', '24 people'),
    daily: { spend: 103, results: 4, revenue: 410 },
    items: [item(1, 'Fresh on Friday', 'out', 'Vastholm Freight')],
  },
  {
    ref: 'MA-41009',
    kind: 'ad-account',
    name: 'Long Haul',
    payment: 'MM-6610',
    monthly: 4_000,
    figures: euros('0', 'none', 'nobody yet'),
    items: [],
  },
  {
    ref: 'MA-52001',
    kind: 'ad-account',
    name: 'Harbour Lights',
    payment: 'MM-3002',
    monthly: 2_500,
    figures: euros('460', '2,700', '88 people'),
    daily: { spend: 46, results: 25, revenue: 270 },
    items: [item(1, 'Boats lit from within', 'out', 'Porto Lindo Tourist Board')],
  },
  {
    ref: 'MA-52002',
    kind: 'ad-account',
    name: 'Harvest Fair',
    payment: 'MM-3002',
    monthly: 2_500,
    figures: euros('0', 'none', '12 people'),
    items: [],
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

/** The day that many days from the demo's start, which everything is told relative to. */
const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)
const means = (ref: string, name: string, ending: string | null, runsOut: string | null): Means => ({
  ref,
  name,
  ending,
  runsOut,
  isRefused: false,
})

/** What adverts are paid with; one card runs out in five weeks. */
const meansOfPayment: readonly Means[] = [
  means('MM-4421', 'Harbour card', '4421', '2029-03-31'),
  means('MM-9078', 'Freight card', '9078', inDays(35)),
  means('MM-6610', 'Freight account', '6610', null),
  means('MM-1207', 'Office card', '1207', '2028-08-31'),
  means('MM-3002', 'Board account', null, null),
  means('MM-5150', 'Kitchen till', '5150', '2028-05-31'),
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
    means: meansOfPayment,
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
