// @vitest-environment happy-dom
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { MemoryRouter } from 'react-router'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { isHalfFilled, useKept } from '../forms/kept'

function Order({ onDone }: { onDone: () => void }) {
  const form = useForm({ defaultValues: { note: '', plants: '10', password: '' } })
  const kept = useKept(form, 'order')
  return (
    <form
      onSubmit={form.handleSubmit(({ note }) => {
        if (note === 'wrong') form.setError('note', { message: 'No.' })
        else onDone()
      })}
    >
      {kept}
      <input aria-label="Note" {...form.register('note')} />
      <input aria-label="Plants" {...form.register('plants')} />
      <input aria-label="Password" {...form.register('password')} />
      <button type="submit">Keep</button>
    </form>
  )
}

function Room() {
  const [open, setOpen] = useState(true)
  return (
    <MemoryRouter initialEntries={['/wanted']}>
      <button type="button" onClick={() => setOpen(!open)}>
        {open ? 'Close' : 'Open'}
      </button>
      {open && <Order onDone={() => setOpen(false)} />}
    </MemoryRouter>
  )
}

const value = (label: string) => screen.getByLabelText<HTMLInputElement>(label).value
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }))

beforeEach(() => {
  sessionStorage.clear()
  render(<Room />)
})
afterEach(cleanup)

describe('what is typed into a form', () => {
  it('is there again when it was closed, and when the page was read anew', async () => {
    await userEvent.type(screen.getByLabelText('Note'), 'for the market')
    expect(isHalfFilled()).toBe(true)
    await press('Close')
    expect(isHalfFilled()).toBe(false)
    await press('Open')
    expect([value('Note'), value('Plants')]).toEqual(['for the market', '10'])
    expect(screen.getByText(/still here/)).toBeTruthy()
    cleanup()
    render(<Room />)
    expect(value('Note')).toBe('for the market')
    expect(isHalfFilled()).toBe(true)
  })

  it('can be begun anew', async () => {
    await userEvent.type(screen.getByLabelText('Note'), 'a')
    await press('Close')
    await press('Open')
    await press('Begin anew')
    expect(value('Note')).toBe('')
    await press('Close')
    await press('Open')
    expect(screen.queryByText(/still here/)).toBeNull()
  })

  it('is forgotten when it was sent, and not when it was refused', async () => {
    await userEvent.type(screen.getByLabelText('Note'), 'wrong')
    await press('Keep')
    await press('Close')
    await press('Open')
    expect(value('Note')).toBe('wrong')
    await userEvent.type(screen.getByLabelText('Note'), ' no more')
    await press('Keep')
    await press('Open')
    expect(value('Note')).toBe('')
  })

  it('is nothing where it was taken out again, and a password is never kept', async () => {
    await userEvent.type(screen.getByLabelText('Note'), 'a{Backspace}')
    expect(isHalfFilled()).toBe(false)
    await userEvent.type(screen.getByLabelText('Password'), 'a secret')
    expect(JSON.stringify({ ...sessionStorage })).not.toContain('secret')
  })
})
