// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { api, type Schemas } from '../api/client'
import { Fill } from '../bench/Fill'
import { WeekProvider } from '../shell/week'
import { session } from './nursery'

const answered = (data: unknown) => ({ data, response: new Response(null, { status: 200 }) })
const found = (round: number, score: number, more = true) =>
  ({
    stage: 'rooting',
    round,
    more,
    score,
    bound: 0,
    howFar: `It costs ${score}.`,
    plan: [],
    moves: [],
    unplaced: [],
    whatIf: null,
    mist: [],
    fullest: 0.5,
    stays: 3,
    gains: { withoutPlaceNow: 1, withoutPlaceThen: 0, heatNow: 10, heatThen: 9 },
  }) as unknown as Schemas['Fill']

/** A server that answers each round when it is told to, and what was sent to it. */
function server(whose = 1) {
  const rounds: { body: Record<string, unknown>; comes: (answer: unknown) => Promise<void> }[] = []
  const stopped: string[] = []
  vi.spyOn(api, 'GET').mockImplementation((async () => answered({ running: { account: whose } })) as never)
  vi.spyOn(api, 'POST').mockImplementation(((path: string, { body }: { body: Record<string, unknown> }) => {
    if (path === '/api/long/stop') {
      stopped.push(path)
      return Promise.resolve(answered({ running: null }))
    }
    return new Promise((told) => {
      rounds.push({ body, comes: (answer) => act(async () => told(answer)) })
    })
  }) as never)
  /** The first round is 1. */
  const comes = (round: number, answer: unknown) => rounds[round - 1]?.comes(answer)
  return { rounds, comes, stopped }
}

const draw = () =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <WeekProvider session={session}>
          <Fill />
        </WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }))
const says = () => screen.getAllByRole('status').map((one) => one.textContent)

afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

describe('looking for a better filling', () => {
  it('goes on from round to round with the best so far, until nothing could be better', async () => {
    const { rounds, comes } = server()
    draw()
    await press('Fill again')
    expect(says()).toContain('Looking, round 1…')
    await comes(1, answered(found(1, 40)))
    await comes(2, answered(found(2, 55)))
    expect(document.body.textContent).toContain('It costs 40.')
    await comes(3, answered(found(3, 20, false)))
    expect(rounds.map(({ body }) => body.round)).toEqual([1, 2, 3])
    expect(document.body.textContent).toContain('It costs 20.')
    expect(says()).toContain('Done after 3 rounds: nothing could be better.')
  })

  it('ends the round that runs when it is stopped, and takes what that has found', async () => {
    const { rounds, comes, stopped } = server()
    draw()
    await press('Fill again')
    await comes(1, answered(found(1, 40)))
    await press('Stop looking')
    expect(stopped).toHaveLength(1)
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Stopping…' }).disabled).toBe(true)
    await comes(2, answered(found(2, 30)))
    expect(rounds).toHaveLength(2)
    expect(document.body.textContent).toContain('It costs 30.')
    expect(says()).toContain('Stopped after 2 rounds.')
  })

  it('leaves the work of others alone', async () => {
    const { comes, stopped } = server(5)
    draw()
    await press('Fill again')
    await press('Stop looking')
    await comes(1, answered(found(1, 40)))
    expect(stopped).toHaveLength(0)
  })

  it('shows nothing of what was looked for before something else was asked', async () => {
    const { rounds, comes, stopped } = server()
    draw()
    await press('Fill again')
    await userEvent.click(screen.getByRole('radio', { name: 'in pots, until ready' }))
    expect(stopped).toHaveLength(1)
    await press('Fill again')
    await comes(1, answered(found(1, 40)))
    expect(document.body.textContent).not.toContain('It costs 40.')
    expect(says()).toContain('Looking, round 1…')
    await comes(2, answered({ ...found(1, 7, false), stage: 'potted' }))
    expect(rounds.map(({ body }) => body.stage)).toEqual(['rooting', 'potted'])
    expect(document.body.textContent).toContain('It costs 7.')
  })

  it('ends the round when the page is left', async () => {
    const { stopped } = server()
    const { unmount } = draw()
    await press('Fill again')
    unmount()
    await act(async () => {})
    expect(stopped).toHaveLength(1)
  })
})
