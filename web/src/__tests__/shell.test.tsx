// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { Suspense } from 'react'
import { MemoryRouter } from 'react-router'
import { afterEach, expect, it, vi } from 'vitest'
import type { Schemas } from '../api/client'
import { Finder } from '../shell/Finder'
import { FirstSteps, Missing } from '../shell/FirstSteps'
import { HELP, helpAt, helpLike } from '../shell/help'
import { fetchRoom, ROOMS } from '../shell/rooms'
import { WeekProvider } from '../shell/week'
import { session } from './nursery'

const keys = () => ROOMS.find(({ path }) => path === '/round/key')

function drawn() {
  const Room = keys()?.Room
  if (!Room) throw new Error('There is no key of roots.')
  return render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <WeekProvider session={session}>
          <Suspense fallback="on its way">
            <Room />
          </Suspense>
        </WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
}

it('draws a room that is fetched already at once, and another when it has come', async () => {
  vi.stubGlobal('fetch', async () => Response.json({}))
  const waiting = drawn()
  expect(screen.getByText('on its way')).not.toBeNull()
  // A machine that is busy takes longer than is usual.
  expect(await screen.findByRole('heading', { level: 1 }, { timeout: 5000 })).not.toBeNull()
  waiting.unmount()

  await fetchRoom('/round/key')
  drawn()
  expect(screen.queryByText('on its way')).toBeNull()
  expect(screen.getByRole('heading', { level: 1 })).not.toBeNull()
})

afterEach(cleanup)

it('has a short help for each room, and none for what is no room', () => {
  for (const { path } of ROOMS) {
    const help = helpAt(path)
    expect(help?.at, path).toBe(path)
    expect(help?.says.length, path).toBeGreaterThan(0)
    expect(help?.says.join(' ').length, `${path} is short`).toBeLessThan(420)
  }
  expect(HELP).toHaveLength(ROOMS.length)
  expect(new Set(HELP.map(({ name }) => name)).size).toBe(HELP.length)
  expect(helpAt('/batches/HOL-44')?.name).toBe('A batch')
})

it('finds help by its words in any order, and not by a letter or two', () => {
  expect(helpLike('licensed label').map(({ help }) => help.at)).toEqual(['/stock/treatments'])
  expect(helpLike('la')).toEqual([])
  expect(helpLike('label zzz')).toEqual([])
})

function withSteps(element: React.ReactNode, steps: unknown) {
  const client = new QueryClient()
  client.setQueryData(['first-steps'], steps)
  return render(
    <QueryClientProvider client={client}>
      <MemoryRouter>{element}</MemoryRouter>
    </QueryClientProvider>,
  )
}

const step = (name: Schemas['FirstStep'], have: number, waitsFor: Schemas['FirstStep'][] = [], mayWait = false) => ({
  step: name,
  have,
  isDone: have > 0,
  mayWait,
  waitsFor,
})
const begun = {
  isOver: false,
  next: 'stock',
  steps: [
    step('benches', 2),
    step('crops', 1),
    step('stock', 0),
    step('inspection', 0, ['stock'], true),
    step('plan', 0, ['stock', 'orders']),
  ],
}

it('leads a nursery that begins: what is done, what comes next, what waits for what', () => {
  withSteps(<FirstSteps />, begun)
  const [benches, crops, stock, inspection, plan] = screen.getAllByRole('listitem')
  expect(benches?.textContent).toContain('2 zones')
  expect(crops?.textContent).toContain('1 crop')
  expect(stock?.getAttribute('aria-current')).toBe('step')
  expect(
    within(stock as HTMLElement)
      .getAllByRole('link')
      .map((link) => link.getAttribute('href')),
  ).toEqual(['/stock', '/nursery/records?kind=blocks'])
  expect(inspection?.textContent).toContain('It may wait. After stock plants.')
  expect(plan?.textContent).toContain('After stock plants, orders.')
  expect(within(plan as HTMLElement).queryByRole('link')).toBeNull()
  cleanup()
  withSteps(<FirstSteps />, { ...begun, isOver: true })
  expect(screen.queryByRole('listitem')).toBeNull()
})

it('says where a room is empty what must be there first', () => {
  withSteps(<Missing before="plan" />, begun)
  expect(document.body.textContent).toContain('Before this: stock plants (Add a block or bring a table in); orders')
  cleanup()
  withSteps(<Missing before="stock" />, begun)
  expect(document.body.textContent).toBe('')
})

it('opens help from the finder', async () => {
  vi.stubGlobal('fetch', async () => Response.json({ found: [] }))
  HTMLDialogElement.prototype.showModal = () => undefined
  const helped: string[] = []
  withSteps(<Finder onClose={() => undefined} onHelp={(at) => helped.push(at)} />, begun)
  await userEvent.type(screen.getByRole('combobox', { hidden: true }), 'certificate')
  await userEvent.click(await screen.findByRole('option', { name: /Treatments/, hidden: true }))
  expect(helped).toEqual(['/stock/treatments'])
})
