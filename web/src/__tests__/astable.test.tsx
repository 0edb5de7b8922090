// @vitest-environment happy-dom
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import { AsTable, csvOf } from '../shell/AsTable'

afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

it('writes cells by the rules, and no formula', () => {
  const rows = [
    ["Hebe 'Copperlight'", 3],
    ['say "x"', null],
    ['=1+1', -2],
    ['-x', 'two\nlines'],
  ]
  expect(csvOf(['crop', 'a, b'], rows)).toBe(
    ['crop,"a, b"', "Hebe 'Copperlight',3", '"say ""x""",', "'=1+1,-2", '\'-x,"two\nlines"', ''].join('\r\n'),
  )
})

it('hands over what is listed when it is asked for', async () => {
  const made = vi.spyOn(URL, 'createObjectURL').mockReturnValue('blob:rows')
  let rows = [['Hebe', 1]]
  render(<AsTable name="crops" heads={['crop', 'batches']} rows={() => rows} />)
  rows = [['Elder', 2]]
  const link = screen.getByRole('link', { name: 'as a table' })
  await userEvent.click(link)
  expect(await (made.mock.calls.at(-1) as [Blob])[0].text()).toContain('crop,batches\r\nElder,2\r\n')
  expect(link.getAttribute('href')).toBe('blob:rows')
  expect(link.getAttribute('download')).toBe('crops.csv')
})
