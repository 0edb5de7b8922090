// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter, Route, Routes } from 'react-router'
import { afterEach, expect, it, vi } from 'vitest'
import { api, type Schemas } from '../api/client'
import { TrialForm } from '../results/TrialForm'
import { TrialPage } from '../results/TrialPage'
import { WeekProvider } from '../shell/week'
import { session } from './nursery'

type Trial = Schemas['Trial']
const arm = (letter: string, more: Partial<Trial['arms'][number]> = {}): Trial['arms'][number] => ({
  letter,
  name: letter === 'A' ? 'Dipped' : 'Plain',
  isUntreated: letter === 'B',
  batch: null,
  way: null,
  stuck: 0,
  rooted: 0,
  counted: 0,
  found: null,
  ...more,
})
const trial = (more: Partial<Trial> = {}): Trial => ({
  id: 4,
  crop: 'holly',
  cropName: 'Holly',
  question: 'Does a dip pay?',
  laidOn: '2027-04-01',
  trays: 4,
  trayCounted: 0,
  names: ['Dipped', 'Plain'],
  ended: null,
  endedWords: null,
  adopted: null,
  version: 7,
  usually: 0.6,
  hoped: 0.8,
  perTray: 40,
  by: 'Ines',
  endedOn: null,
  endedWhy: null,
  arms: [arm('A'), arm('B')],
  blocks: [
    [
      { id: 1, arm: 'B', stuck: null, rooted: null },
      { id: 2, arm: 'A', stuck: null, rooted: null },
    ],
    [
      { id: 3, arm: 'A', stuck: null, rooted: null },
      { id: 4, arm: 'B', stuck: null, rooted: null },
    ],
  ],
  found: null,
  ...more,
})

const sent: { path: string; body: unknown }[] = []
const sizes: unknown[] = []
function draw(of: Trial, at = '/results/trials/4') {
  sent.length = 0
  sizes.length = 0
  vi.spyOn(api, 'GET').mockImplementation((async (path: string, how?: { params: { query?: Record<string, unknown> } }) => {
    if (path === '/api/crops') return { data: { crops: [{ slug: 'holly', name: 'Holly', counted: 2 }] } }
    if (path === '/api/trials/size') {
      sizes.push(how?.params.query)
      return {
        data: {
          crop: 'holly',
          usually: 0.6,
          hoped: 0.75,
          perTray: 84,
          traysPerArm: 5,
          cuttingsPerArm: 400,
          mostTrays: 60,
          power: 0.8,
          ways: [{ id: 9, name: 'Softwood' }],
        },
      }
    }
    return { data: of }
  }) as never)
  vi.spyOn(api, 'request').mockImplementation((async (_verb: string, path: string, how: { body: unknown }) => {
    sent.push({ path, body: how.body })
    return { data: of }
  }) as never)
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter initialEntries={[at]}>
        <WeekProvider session={session}>
          <Routes>
            <Route path="/results/trials/new" element={<TrialForm />} />
            <Route path="/results/trials/:id" element={<TrialPage />} />
          </Routes>
        </WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
}
afterEach(async () => {
  // What was sent is answered, and what is shown asked for anew, before nothing stands in for the server any more.
  await new Promise((done) => setTimeout(done, 20))
  cleanup()
  sessionStorage.clear()
  vi.restoreAllMocks()
})

it('lays half treated and half not, with what the crop usually does where nothing is typed', async () => {
  draw(trial(), '/results/trials/new?crop=holly&batch=HOL-1')
  await screen.findByText('5 trays of each arm')
  await userEvent.type(screen.getByLabelText(/^Question/), 'Does a dip pay?')
  await userEvent.selectOptions(screen.getAllByLabelText(/^Way of the crop/)[0] as HTMLElement, 'Softwood')
  await userEvent.click(screen.getByRole('button', { name: 'Lay it out' }))
  await screen.findByRole('heading', { name: 'Does a dip pay?' })
  expect(sent).toEqual([
    {
      path: '/api/trials',
      body: {
        crop: 'holly',
        question: 'Does a dip pay?',
        usually: 0.6,
        hoped: 0.75,
        perTray: 84,
        traysPerArm: 5,
        arms: [
          { name: 'Treated', isUntreated: false, way: 9, batch: 'HOL-1' },
          { name: 'Untreated', isUntreated: true, way: null, batch: null },
        ],
      },
    },
  ])
})

it('asks anew how many trays it takes for what is typed, and takes up to four arms', async () => {
  draw(trial(), '/results/trials/new?crop=holly')
  await screen.findByText('5 trays of each arm')
  await userEvent.type(screen.getByLabelText(/^Hoped for/), '90')
  await waitFor(() => expect(sizes.at(-1)).toMatchObject({ crop: 'holly', hoped: 0.9 }))
  await userEvent.click(screen.getByRole('button', { name: 'One more arm' }))
  await userEvent.click(screen.getByRole('button', { name: 'One more arm' }))
  expect(screen.queryByRole('button', { name: 'One more arm' })).toBeNull()
  await userEvent.click(screen.getByRole('button', { name: 'Without arm C' }))
  expect(screen.getAllByLabelText(/^What is done/)).toHaveLength(3)
})

it('sends what was counted tray by tray, and what has no count as none', async () => {
  draw(trial())
  const counts = await screen.findByRole('form', { name: 'Counts' })
  await userEvent.type(within(counts).getByLabelText('Rooted, block 1, tray 1, arm B'), '22')
  const stuck = within(counts).getByLabelText('Stuck, block 1, tray 1, arm B')
  await userEvent.clear(stuck)
  await userEvent.type(stuck, '39')
  await userEvent.click(within(counts).getByRole('button', { name: 'Keep the counts' }))
  await waitFor(() => expect(sent).toHaveLength(1))
  expect(sent[0]).toEqual({
    path: '/api/trials/{id}/trays',
    body: {
      version: 7,
      trays: [
        { id: 1, stuck: 39, rooted: 22 },
        { id: 2, stuck: null, rooted: null },
        { id: 3, stuck: null, rooted: null },
        { id: 4, stuck: null, rooted: null },
      ],
    },
  })
})

const found = { mean: 0.8, low80: 0.7, high80: 0.88, chanceBest: 0.98 }
it('says what is best and what it would change, and which way becomes the house way', async () => {
  draw(
    trial({
      arms: [
        arm('A', { found, counted: 2, stuck: 80, rooted: 64, way: { id: 9, name: 'Softwood' } }),
        arm('B', { found, counted: 2 }),
      ],
      found: { best: 'A', measure: 'B', isClear: true, rootedInAYear: 900, fewerStuck: 210, saves: 31.5, currency: '€' },
    }),
  )
  expect((await screen.findByText(/210 fewer cuttings/)).textContent).toContain('210 fewer cuttings than by Plain: € 31.5')
  const conclusion = screen.getByRole('region', { name: 'Conclusion' })
  expect(conclusion.textContent).toContain('Softwood becomes the house way of Holly.')
  const conclude = within(conclusion).getByRole('button', { name: 'Conclude it' })
  expect(conclude).toHaveProperty('disabled', true)
  await userEvent.type(within(conclusion).getByLabelText('Why'), 'plain to see')
  await userEvent.click(conclude)
  await waitFor(() => expect(sent).toHaveLength(1))
  expect(sent[0]?.body).toEqual({ version: 7, ended: 'adopted', arm: 'A', why: 'plain to see' })
})

it('goes on with what was concluded, and takes no counts until then', async () => {
  draw(trial({ ended: 'dropped', endedWords: 'dropped', endedOn: '2027-05-01', endedWhy: 'too few' }))
  await screen.findByText(/too few/)
  expect(screen.queryByRole('form', { name: 'Counts' })).toBeNull()
  await userEvent.click(screen.getByRole('button', { name: 'Go on with it' }))
  await waitFor(() => expect(sent).toEqual([{ path: '/api/trials/{id}/again', body: { version: 7 } }]))
})
