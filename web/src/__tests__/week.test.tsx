// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { useMarked, useShown, WeekProvider } from '../shell/week'
import { session } from './nursery'

const seen: string[] = []

function Room() {
  const { week, setWeek, move } = useShown()
  const marked = useMarked()
  if (seen.at(-1) !== week) seen.push(week)
  return (
    <>
      <output>{`${week} ${marked}`}</output>
      {['2027-W22', '2027-W23', '2027-W24'].map((one) => (
        <button key={one} type="button" onClick={() => setWeek(one)}>
          {one}
        </button>
      ))}
      <button type="button" onClick={() => move(1)}>
        on
      </button>
    </>
  )
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] })
  seen.length = 0
  render(
    <WeekProvider session={{ ...session, week: '2027-W20' }}>
      <Room />
    </WeekProvider>,
  )
})
afterEach(() => {
  cleanup()
  vi.useRealTimers()
})

const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }))
const later = (ms: number) => act(() => vi.advanceTimersByTime(ms))

it('shows one step at once, and of a drag only where it rests', () => {
  later(1000)
  press('2027-W22')
  expect(screen.getByRole('status').textContent).toBe('2027-W22 2027-W22')
  later(40)
  press('2027-W23')
  later(40)
  press('2027-W24')
  expect(screen.getByRole('status').textContent).toBe('2027-W22 2027-W24')
  later(400)
  expect(screen.getByRole('status').textContent).toBe('2027-W24 2027-W24')
  expect(seen).toEqual(['2027-W20', '2027-W22', '2027-W24'])
})

it('counts each step of keys that are pressed in a row', () => {
  later(1000)
  for (let i = 0; i < 4; i++) {
    press('on')
    later(50)
  }
  expect(screen.getByRole('status').textContent).toBe('2027-W21 2027-W24')
  later(400)
  expect(screen.getByRole('status').textContent).toBe('2027-W24 2027-W24')
})
