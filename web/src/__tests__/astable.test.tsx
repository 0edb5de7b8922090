// @vitest-environment happy-dom
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import { AsTable, csvOf, Savable } from '../shell/AsTable'

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
  expect(csvOf([['crop', 'a, b'], ...rows])).toBe(
    ['crop,"a, b"', "Hebe 'Copperlight',3", '"say ""x""",', "'=1+1,-2", '\'-x,"two\nlines"', ''].join('\r\n'),
  )
})

it('hands over what is listed when it is asked for', async () => {
  const made = vi.spyOn(URL, 'createObjectURL').mockReturnValue('blob:rows')
  let rows = [['Hebe', 1]]
  render(<AsTable name="crops" heads={['crop', 'batches']} rows={() => rows} />)
  rows = [['Elder', 2]]
  const link = screen.getByRole('link', { name: 'as a table of crops' })
  await userEvent.click(link)
  expect(await (made.mock.calls.at(-1) as [Blob])[0].text()).toContain('crop,batches\r\nElder,2\r\n')
  expect(link.getAttribute('href')).toBe('blob:rows')
  expect(link.getAttribute('download')).toBe('crops.csv')
})

it('saves a table as it stands, with what is typed in it and without its buttons', async () => {
  const made = vi.spyOn(URL, 'createObjectURL').mockReturnValue('blob:rows')
  render(
    <Savable name="figures">
      <table>
        <thead>
          <tr>
            <th>batch</th>
            <th>good</th>
            <th>note</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th>
              <a href="/x">B-1</a>, line <b>2</b> <button type="button">Part</button>
            </th>
            <td>1200</td>
            <td>
              <input aria-label="note" defaultValue="=old" />
            </td>
          </tr>
          <tr>
            <td colSpan={2}>in all</td>
            <td>
              <input type="checkbox" aria-label="counted" defaultChecked />
            </td>
          </tr>
        </tbody>
      </table>
    </Savable>,
  )
  await userEvent.type(screen.getByRole('textbox', { name: 'note' }), '2')
  await userEvent.click(screen.getByRole('link', { name: 'as a table of figures' }))
  expect((await (made.mock.calls.at(-1) as [Blob])[0].text()).replace('\uFEFF', '')).toBe(
    ['batch,good,note', '"B-1, line 2",1200,\'=old2', 'in all,,yes', ''].join('\r\n'),
  )
})
