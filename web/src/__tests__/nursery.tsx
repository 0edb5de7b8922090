import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { renderToStaticMarkup } from 'react-dom/server'
import { MemoryRouter, Route, Routes } from 'react-router'
import type { Learnt, Schemas, Session, Tag, WaySheet, ZoneWeek } from '../api/client'
import { WeekProvider } from '../shell/week'

/** A small made-up nursery for the tests of the rooms. */
export const session: Session = {
  needsSetup: false,
  account: { id: 1, version: 1, name: 'Ines Halloran', signIn: 'ines', role: 'propagator', endedOn: null, mustChange: false },
  nursery: {
    name: 'Merrowdale',
    units: 'metric',
    temperature: 'celsius',
    hemisphere: 'north',
    climate: 'cool_maritime',
    weeks: 'numbers',
    numbers: '1,200.5',
    timeZone: 'UTC',
    stuckAnHour: 100,
    pottedAnHour: 100,
    windowBy: 'weeks',
    windowWeeks: 0,
    air: [4, 4, 6, 9, 12, 15, 17, 16, 14, 11, 7, 5],
    currency: '€',
    registration: null,
    country: null,
    inspectionDays: 60,
    sessionIdleHours: 12,
    sessionDays: 14,
    sharedMinutes: 30,
    version: 1,
  },
  today: '2027-05-12',
  week: '2027-W19',
  copyIsOld: false,
}

export const viewer: Session = {
  ...session,
  account: { id: 5, version: 1, name: 'Office', signIn: 'office', role: 'viewer', endedOn: null, mustChange: false },
}

/** A room drawn once, with what it would have asked for already there. */
export function drawRoom(
  room: React.ReactNode,
  { at = '/', path = '*', as = session, known = [] as [readonly unknown[], unknown][] } = {},
): string {
  const client = new QueryClient()
  for (const [key, data] of known) client.setQueryData([...key], data)
  return renderToStaticMarkup(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[at]}>
        <WeekProvider session={as}>
          <Routes>
            <Route path={path} element={room} />
          </Routes>
        </WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
}

/** Only the words, one space apart. */
export const wordsOf = (drawn: string): string =>
  drawn
    .replace(/<[^>]+>/g, ' ')
    .replaceAll('&#x27;', "'")
    .replaceAll('&quot;', '"')
    .replace(/\s+/g, ' ')
    .trim()

export const learnt: Learnt = {
  rate: 0.8,
  rateSd: 0.04,
  newBatchSd: 0.1,
  a: 12,
  b: 3,
  low80: 0.65,
  high80: 0.93,
  batches: 3,
  words: '8 in 10, from 3 batches',
  newest: null,
}

export const sheet: WaySheet = {
  method: 'tip cutting',
  material: 'softwood',
  windows: [{ from: 20, to: 28, sign: 'snaps', overNewYear: false }],
  timeOfDay: 'early',
  cut: {
    lengthCm: [7, 10],
    nodesBelow: 1,
    nodesAbove: 2,
    betweenNodes: false,
    leaves: 'two_to_four',
    wound: false,
    slanted: 'below',
    up: 'tip',
    plantlets: 1,
  },
  hold: { dry: false, sameDay: true, shadedHours: 6, coldDays: 0, sealDays: 0 },
  wash: 'allowed',
  mix: { parts: 'perlite 2 : coir 1', kind: 'inert' },
  hormone: { kind: 'none', ppm: null, what: null },
  hole: { trayKind: 3, each: 1, depthCm: 2 },
  water: { regime: 'mist', mist: [1, 3], steps: [] },
  warmth: { medium: [18, 22], base: 6, optimumLow: 20, optimumHigh: 25, ceiling: 36 },
  light: { hours: 10, cover: 'light shade' },
  rooting: { halfAt: 18.33030278, shape: 8.153 },
  prior: { rate: 0.8, strength: 10, phi: 20 },
  weaning: [
    { days: 4, what: 'mist half as often' },
    { days: 4, what: 'mist only in sun' },
  ],
  potting: {
    trigger: 'share',
    readyShare: 0.8,
    pot: '9 cm',
    mix: 'potting mix',
    feed: 'after_rooting',
    survival: 0.95,
    survivalStrength: 60,
    growOnDays: 70,
    degreeDays: null,
    growBase: null,
    hardy: true,
    winter: 'cold_frame',
  },
  surplus: 'chance',
  costEach: 0.05,
  note: null,
  safety: null,
}

export const window: Schemas['Window'] = {
  state: 'open',
  opensIn: 0,
  closesIn: 6,
  from: '2027-W18',
  to: '2027-W25',
  sign: 'the shoot snaps; one that bends is too soft',
  over: 'the shoot snaps no more',
  index: 0,
  why: 'as at the reference climate',
  moved: null,
}

export const block: Schemas['Block'] = {
  code: 'CA-1',
  crop: 'Catmint',
  cropSlug: 'catmint',
  place: 'Tunnel 3, row 3',
  plants: 100,
  plantedYear: 2024,
  note: null,
  canGive: 1000,
  left: 600,
  perPlant: 6,
  clumps: null,
  care: [],
  fit: true,
  against: [],
  protected: false,
  cleanOn: '2027-04-01',
  inspectBy: '2027-05-31',
  found: null,
  window,
  takes: [{ on: '2027-06-01', cuttings: 168, batch: 'HOV-43', stuck: false }],
}

export const choices: Schemas['Choices'] = {
  trayKinds: [{ id: 3, name: 'tray of 84', cells: 84, cellMl: 24 }],
  pots: [],
  customers: [],
  people: [],
  mixes: [],
  hormones: [],
  priorities: [],
  stages: [],
  causes: [],
  methods: [
    { method: 'tip cutting', materials: ['softwood', 'semi-ripe'], ofStem: true },
    { method: 'division', materials: ['division'], ofStem: false },
    { method: 'runner', materials: ['runner'], ofStem: false },
  ],
  signs: [
    { sign: 'snaps', words: 'the shoot snaps' },
    { sign: 'dormant', words: 'leaves are off' },
  ],
}

/** A planned batch, as every list has it. */
export const tag: Tag = {
  version: 1,
  against: [],
  customer: 'Oxlow Landscape',
  dueWeek: '2027-W31',
  weeksLate: 0,
  weanOn: '2027-05-31',
  code: 'RAP-39',
  crop: 'Catmint',
  cropSlug: 'catmint',
  method: 'tip cutting',
  material: 'softwood',
  state: 'planned',
  stage: null,
  count: 168,
  planned: 168,
  together: 1,
  stuck: 0,
  rooted: 0,
  rate: null,
  trays: 2,
  trayKind: 'tray of 84',
  zone: 'Mist 1',
  block: 'CA-3',
  wanted: 7,
  stickOn: '2027-05-13',
  isStuck: false,
  rootedFrom: '2027-05-25',
  rootedBy: '2027-06-02',
  potFrom: '2027-06-07',
  potOn: '2027-06-07',
  potBy: '2027-06-07',
  readyFrom: '2027-08-02',
  readyOn: '2027-08-02',
  readyBy: '2027-08-02',
  heldDays: 0,
  locked: false,
  asPlanned: null,
  shared: [],
  leftBenchOn: null,
}

/** A misted bench with one batch on it. */
export const zone: ZoneWeek = {
  id: 1,
  name: 'Mist 1',
  house: 'Mist house',
  kind: 'mist',
  trays: 10,
  heat: [16, 24],
  mist: [1, 3],
  place: { x: 0, y: 0, length: 6, width: 1.6 },
  version: 3,
  aisle: 0.8,
  height: 0.8,
  stands: 'bench',
  light: 'shade',
  frostFree: true,
  onlyPots: false,
  ground: 'bench',
  nozzles: null,
  guests: [],
  closed: [{ id: 4, from: '2027-W38', to: '2027-W42', why: 'a new heat cable' }],
  places: 12,
  fits: [{ trayKind: 'tray of 40', trays: 12 }],
  used: 4,
  room: 10,
  tenants: [{ inPots: false, lot: null, trays: 4, from: '2027-W18', to: '2027-W24', tag }],
  setting: { heat: 18, mist: 2, suits: true },
}
