// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { afterEach, expect, it, vi } from 'vitest'
import { api, type Schemas } from '../api/client'
import { CostsPage } from '../results/CostsPage'
import { DaysPage } from '../results/DaysPage'
import { RatesPage } from '../results/RatesPage'
import { WeekProvider } from '../shell/week'
import { session } from './nursery'

const group = (is: string, more: Partial<Schemas['RateGroup']> = {}): Schemas['RateGroup'] => ({
  is,
  stuck: 300,
  rooted: 210,
  rate: 0.68,
  low80: 0.55,
  high80: 0.8,
  borrowed: 0.4,
  also: [],
  batches: [{ code: 'HOL-44', stuckOn: '2026-11-02', could: 300, rooted: 210, broughtIn: false }],
  ...more,
})
const rates = (by: Schemas['Sort'], more: Partial<Schemas['RatesBySort']> = {}): Schemas['RatesBySort'] => ({
  crop: 'holly',
  name: 'Holly',
  by,
  sorts: [
    { sort: 'hormone', words: 'hormone' },
    { sort: 'month', words: 'month' },
  ],
  batches: 2,
  byChance: 0.31,
  isDifference: false,
  notKnown: [],
  groups: [group('3000 ppm', { also: [{ sort: 'month', words: 'month', is: '05' }] }), group('')],
  ...more,
})

const asked: string[] = []
function draw(of: (by: Schemas['Sort']) => Schemas['RatesBySort'], at = '/results?by=hormone') {
  asked.length = 0
  vi.spyOn(api, 'GET').mockImplementation((async (path: string, how?: { params: { query: { by: Schemas['Sort'] } } }) => {
    if (path === '/api/crops')
      return {
        data: {
          crops: [
            { slug: 'holly', name: 'Holly', counted: 2 },
            { slug: 'new', name: 'New', counted: 0 },
          ],
        },
      }
    const by = how?.params.query.by ?? 'block'
    asked.push(by)
    return { data: of(by) }
  }) as never)
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter initialEntries={[at]}>
        <WeekProvider session={session}>
          <RatesPage />
        </WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
}

afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

it('says whether it makes a difference, what else a group has in common, and how much is borrowed', async () => {
  draw((by) => rates(by))
  await screen.findByRole('list', { name: 'Groups' })
  expect(screen.getByRole('status').textContent).toContain(
    'By hormone they differ no more than by chance. Batches dealt out by chance are as far apart 31 in 100 times.',
  )
  const [treated, untreated] = within(screen.getByRole('list', { name: 'Groups' })).getAllByRole('listitem')
  expect(treated?.textContent).toContain('All of them: month May; most others not.')
  expect(treated?.textContent).toContain('40 in 100 of that is the crop’s')
  expect(within(untreated as HTMLElement).getByRole('heading').textContent).toBe('no hormone')
  expect(screen.queryByRole('option', { name: /^New/ })).toBeNull()
})

it('shows the batches behind a figure, and sorts by another thing', async () => {
  draw((by) =>
    by === 'month'
      ? rates(by, { byChance: 0.01, isDifference: true, notKnown: ['X'], groups: [group('11', { borrowed: 0.01 }), group('02')] })
      : rates(by),
  )
  await userEvent.click(await screen.findByRole('button', { name: '1 batch of 3000 ppm' }))
  expect(screen.getByRole('link', { name: 'HOL-44' }).getAttribute('href')).toBe('/batches/HOL-44')
  await userEvent.selectOptions(screen.getByLabelText('Sorted by'), 'month')
  expect(await screen.findByRole('heading', { name: 'November' })).not.toBeNull()
  expect(asked).toEqual(['hormone', 'month'])
  expect(screen.getByRole('status').textContent).toContain('By month they differ by more than chance.')
  expect(document.body.textContent).toContain('All of it its own.')
  expect(document.body.textContent).toContain('Of 1 batch it is not known.')
})

it('says that it could not be read, and not that nothing is there', async () => {
  draw(() => {
    throw new Error('The server is away.')
  })
  vi.spyOn(console, 'error').mockImplementation(() => undefined)
  expect((await screen.findByRole('alert', undefined, { timeout: 9000 })).textContent).toContain('could not be read')
  expect(screen.queryByRole('list', { name: 'Groups' })).toBeNull()
}, 10_000)

it('says where there is nothing to compare', async () => {
  draw((by) => rates(by, { byChance: null, groups: [group('3000 ppm')] }))
  expect(await screen.findByText(/By hormone there is nothing to compare yet/)).not.toBeNull()
})

it('tells how far a way is off its sheet, and whether chance does that', async () => {
  const way = (times: number, isDifference: boolean): Schemas['WayDays'] => ({
    crop: 'holly',
    name: 'Holly',
    way: times,
    wayName: `Heel cutting ${times}`,
    isDifference,
    times,
    sheet: [50, 80],
    learnt: [50 * times, 80 * times],
    next: [55, 70],
    batches: [{ code: 'HOL-44', days: 61.2 }],
  })
  vi.spyOn(api, 'GET').mockResolvedValue({
    data: { ways: [way(1.31, true), way(0.9, false), way(1.01, false)] },
    response: new Response(),
  } as never)
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter>
        <DaysPage />
      </MemoryRouter>
    </QueryClientProvider>,
  )
  const [late, soon, same] = within(await screen.findByRole('list', { name: 'Ways' })).getAllByRole('listitem')
  expect(late?.textContent).toContain('31 in 100 later than its sheet, more than by chance')
  expect(
    within(late as HTMLElement)
      .getByRole('link', { name: 'change it' })
      .getAttribute('href'),
  ).toBe('/crops/holly')
  expect(soon?.textContent).toContain('10 in 100 sooner than its sheet, within chance')
  expect(same?.textContent).toContain('As its sheet says, within chance')
  await userEvent.click(within(soon as HTMLElement).getByRole('button', { name: /^1 batch of Holly/ }))
  expect(
    within(soon as HTMLElement)
      .getByRole('link', { name: 'HOL-44' })
      .getAttribute('href'),
  ).toBe('/batches/HOL-44')
})

it('tells what a good plant costs, and whether raising it is cheaper than buying in', async () => {
  const cost = (name: string, more: Partial<Schemas['CropCost']>): Schemas['CropCost'] => ({
    crop: name.toLowerCase(),
    name,
    wayName: 'Softwood',
    rate: 0.7,
    inAll: 0.5,
    material: 0.1,
    hands: 0.15,
    goods: 0.05,
    bench: 0.05,
    pots: 0,
    ground: 0,
    royalty: 0,
    potting: 0.2,
    lost: 0.12,
    breakEven: null,
    boughtIn: null,
    batches: [],
    ...more,
  })
  vi.spyOn(api, 'GET').mockResolvedValue({
    data: {
      currency: '€',
      crops: [
        cost('Holly', {
          boughtIn: 1.6,
          breakEven: 0.41,
          batches: [{ code: 'HOL-44', stuckOn: '2026-11-02', broughtIn: false, rate: 0.7, inAll: 0.52 }],
        }),
        cost('Hebe', { boughtIn: 0.3 }),
        cost('Catmint', {}),
      ],
    },
    response: new Response(),
  } as never)
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter>
        <CostsPage />
      </MemoryRouter>
    </QueryClientProvider>,
  )
  const [holly, hebe, catmint] = within(await screen.findByRole('list', { name: 'Crops' })).getAllByRole('listitem')
  expect(holly?.textContent).toContain('€ 0.50, € 0.12 of it for those that were lost')
  expect(holly?.textContent).toContain('bought in € 1.60: raise it above 41 in 100; it roots 70')
  expect(hebe?.textContent).toContain('raising it is never cheaper')
  expect(catmint?.textContent).toContain('nobody sells it')
  await userEvent.click(within(holly as HTMLElement).getByRole('button', { name: /^1 batch of Holly/ }))
  expect(
    within(holly as HTMLElement)
      .getByRole('link', { name: 'HOL-44' })
      .closest('li')?.textContent,
  ).toContain('€ 0.52, 70 in 100 rooted')
  await userEvent.type(screen.getByRole('searchbox', { name: 'Search the crops' }), 'cat')
  expect(within(screen.getByRole('list', { name: 'Crops' })).getAllByRole('listitem')).toHaveLength(1)
})
