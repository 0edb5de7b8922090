// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { ReactNode } from 'react'
import { MemoryRouter, Route, Routes } from 'react-router'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { api } from '../api/client'
import { BatchPage } from '../batches/BatchPage'
import { Crops } from '../crops/Crops'
import { Step } from '../mixing/Step'
import { Habits } from '../nursery/Habits'
import { Boundary } from '../shell/Boundary'
import { Stale } from '../shell/Stale'
import { WeekProvider } from '../shell/week'
import { session } from './nursery'

const refused = (status: number, code: string, message: string, field = '') => ({
  error: { error: { code, field, message } },
  response: new Response(null, { status }),
})
const told = (data: unknown) => ({ data, response: new Response(null, { status: 200 }) })

/** What the server answers to a read of an address; each is asked in turn, the last again and again. */
function answers(by: Record<string, unknown[]>) {
  vi.spyOn(api, 'GET').mockImplementation((async (path: string) => {
    const left = by[path] ?? []
    return (left.length > 1 ? left.shift() : left[0]) ?? refused(404, 'not_found', 'Nothing here.')
  }) as never)
}

function live(room: ReactNode, { at = '/', path = '*' } = {}) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[at]}>
        <WeekProvider session={session}>
          <Stale />
          <Routes>
            <Route path={path} element={room} />
          </Routes>
        </WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
  return client
}

afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

describe('a room whose read fails', () => {
  it('says so instead of showing an empty list, and can be asked again', async () => {
    answers({ '/api/crops': [refused(500, 'failed', 'The server answered 500.'), told({ crops: [] })] })
    live(<Crops />)
    expect((await screen.findByRole('alert')).textContent).toContain('This could not be read. The server answered 500.')
    expect(screen.queryByText(/No crop|0 crops/)).toBeNull()
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }))
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull())
    expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('Crops')
  })

  it('says that what it shows is old where only the second read failed', async () => {
    answers({ '/api/crops': [told({ crops: [] }), refused(500, 'failed', 'The server answered 500.'), told({ crops: [] })] })
    const client = live(<Crops />)
    await waitFor(() => expect(client.getQueryState(['crops'])?.status).toBe('success'))
    expect(screen.queryByRole('alert')).toBeNull()
    await act(() => client.refetchQueries())
    expect((await screen.findByRole('alert')).textContent).toContain('What is shown may have changed')
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }))
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull())
  })

  it('tells a batch that is not there from one that could not be read', async () => {
    answers({ '/api/batches/{code}': [refused(500, 'failed', 'The server answered 500.')] })
    live(<BatchPage />, { at: '/batches/FAK-33', path: '/batches/:code' })
    expect((await screen.findByRole('alert')).textContent).toContain('The server answered 500.')
    expect(screen.queryByText(/There is no batch/)).toBeNull()
    cleanup()
    answers({ '/api/batches/{code}': [refused(404, 'not_found', 'There is no such thing.')] })
    live(<BatchPage />, { at: '/batches/FAK-33', path: '/batches/:code' })
    expect(await screen.findByText(/There is no batch FAK-33/)).toBeTruthy()
  })
})

describe('a tick', () => {
  const box = () => screen.getByRole('checkbox', { name: 'Done: stick FAK-33' }) as HTMLInputElement
  const step = (
    <Step day="2027-05-12" step="stick:FAK-33" words="stick FAK-33">
      FAK-33
    </Step>
  )

  it('stands from the press on, before the write is under way', () => {
    vi.spyOn(api, 'request').mockImplementation((() => new Promise(() => undefined)) as never)
    live(step)
    fireEvent.click(box())
    expect(box().checked).toBe(true)
  })

  it('is taken back where the server refuses it, and says why', async () => {
    vi.spyOn(api, 'request').mockImplementation((async () =>
      refused(409, 'changed_meanwhile', 'Somebody else ticked it.')) as never)
    live(step)
    fireEvent.click(box())
    expect((await screen.findByRole('alert')).textContent).toContain('Somebody else ticked it.')
    expect(box().checked).toBe(false)
  })
})

describe('a room that breaks', () => {
  const Breaks = ({ message }: { message: string | null }) => {
    if (message) throw new Error(message)
    return <p>all well</p>
  }

  it('leaves the house standing and can be tried again', async () => {
    vi.spyOn(console, 'error').mockImplementation(() => undefined)
    let message: string | null = 'undefined is not a function'
    const Room = () => <Breaks message={message} />
    render(
      <Boundary at="/crops">
        <Room />
      </Boundary>,
    )
    expect(screen.getByRole('alert').textContent).toContain('This room cannot be shown')
    message = null
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }))
    expect(screen.getByText('all well')).toBeTruthy()
  })

  it('offers to load anew what could not be fetched, and forgets it elsewhere', () => {
    vi.spyOn(console, 'error').mockImplementation(() => undefined)
    const { rerender } = render(
      <Boundary at="/crops">
        <Breaks message="Failed to fetch dynamically imported module: /app/assets/Crops.js" />
      </Boundary>,
    )
    expect(screen.getByRole('alert').textContent).toContain('This room could not be fetched')
    expect(screen.getByRole('button', { name: 'Load anew' })).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'Try again' })).toBeNull()
    rerender(
      <Boundary at="/stock">
        <Breaks message={null} />
      </Boundary>,
    )
    expect(screen.getByText('all well')).toBeTruthy()
  })
})

describe('the habits of the house', () => {
  const habit = (name: string, label: string, unit: string, value: number, usual: number) => ({
    name,
    label,
    unit,
    value,
    usual,
    least: 0,
    most: 1000,
    whole: false,
    reason: `Why ${name}.`,
  })
  const habits = {
    version: 3,
    currency: '€',
    topics: [
      { topic: 'looking_after', label: 'Looking after', defaults: [habit('check_every', 'Checked every', 'days', 7, 7)] },
      {
        topic: 'making_up',
        label: 'Making up',
        defaults: [habit('waste', 'Mix lost', 'share', 0.05, 0.05), habit('dew_gone', 'Dew gone by', 'time_of_day', 570, 570)],
      },
    ],
  }

  it('shows a topic at a time, finds by word, and sends what is kept in the units of the core', async () => {
    answers({ '/api/house-defaults': [told(habits)] })
    const put = vi.spyOn(api, 'PUT').mockResolvedValue(told(habits) as never)
    live(<Habits />)
    const user = userEvent.setup()
    expect((await screen.findByLabelText<HTMLInputElement>('Checked every, days')).value).toBe('7')
    expect(screen.queryByLabelText('Mix lost, %')).toBeNull()
    await user.selectOptions(screen.getByLabelText('About'), 'Making up')
    const waste = screen.getByLabelText<HTMLInputElement>('Mix lost, %')
    expect(waste.value).toBe('5')
    await user.clear(waste)
    await user.type(waste, '7,5')
    await user.type(screen.getByLabelText('Find a habit'), 'check')
    expect(screen.getByLabelText('Checked every, days')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    expect(put).toHaveBeenCalledWith('/api/house-defaults', {
      body: { version: 3, defaults: { check_every: 7, waste: 0.075, dew_gone: 570 } },
    })
  })

  it('goes to the field that is refused, with what was typed still there', async () => {
    answers({ '/api/house-defaults': [told(habits)] })
    vi.spyOn(api, 'PUT').mockResolvedValue(refused(422, 'wrong_type', '“Mix lost” must be a number.', 'defaults.waste') as never)
    live(<Habits />)
    const user = userEvent.setup()
    await user.selectOptions(await screen.findByLabelText('About'), 'Making up')
    await user.type(screen.getByLabelText('Mix lost, %'), ' or so')
    await user.selectOptions(screen.getByLabelText('About'), 'Looking after')
    await user.click(screen.getByRole('button', { name: 'Keep' }))
    expect((await screen.findByRole('alert')).textContent).toBe('“Mix lost” must be a number.')
    expect(screen.getByLabelText<HTMLInputElement>('Mix lost, %').value).toBe('5 or so')
    expect(document.activeElement).toBe(screen.getByLabelText('Mix lost, %'))
  })
})
