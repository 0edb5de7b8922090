import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { answer, api } from '../api/client'
import { useSeenWrite } from '../api/writes'
import { Choose } from '../forms/Choose'
import { NurseryRooms } from '../nursery/NurseryRooms'
import { LongWork } from '../shell/LongWork'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { plural } from '../words'
import { type BroughtIn, Lines, type Mending } from './Lines'

/** Rows from which on it takes long enough to be worth stopping. */
const LONG = 500
const SIGNS = ['1,200.5', '1.200,5', '1 200,5', '1 200.5', "1'200.5"]

/** Which column of the table holds what; guessed by the headings, and kept for the next table of the same. */
function Columns({ table, mend }: { table: BroughtIn; mend: (what: Mending) => void }) {
  const choose = (field: string, column: string) => {
    const columns = Object.fromEntries(
      table.fields.flatMap((one) => {
        const is = one.field === field ? (column === '' ? null : Number(column)) : one.column
        return is === null ? [] : [[one.field, is]]
      }),
    )
    mend({ columns })
  }
  const isOpen = table.fit === 0 || table.fields.some((one) => one.needed && one.column === null)
  return (
    <details className="mb-6 border-t border-stone-wash" open={isOpen || undefined}>
      <summary className="min-h-11 cursor-pointer py-2">
        <h2 className="mr-3 inline">What is in which column</h2>
        <span className="text-sm soft">
          {table.fields
            .filter((one) => one.column !== null)
            .map((one) => one.label.toLowerCase())
            .join(', ')}
        </span>
      </summary>
      <Written table={table} mend={mend} />
      <div className="grid gap-x-6 gap-y-3 sm:grid-cols-2 lg:grid-cols-3">
        {table.fields.map((one) => {
          const sample = one.column === null ? [] : (table.columns[one.column]?.sample ?? [])
          return (
            <label key={one.field} htmlFor={`column-${one.field}`} className="grid content-start gap-1 text-sm font-semibold">
              <span>
                {one.label}
                {one.needed && one.column === null && <span className="refusal"> must be there</span>}
              </span>
              <Choose
                id={`column-${one.field}`}
                className="field-text"
                value={one.column === null ? '' : String(one.column)}
                onChange={(event) => choose(one.field, event.target.value)}
              >
                <option value="">in none</option>
                {table.columns.map((column, i) => (
                  <option key={column.head} value={i}>
                    {column.head}
                  </option>
                ))}
              </Choose>
              <span className="min-h-5 truncate font-normal soft">{sample.join(' · ')}</span>
            </label>
          )
        })}
      </div>
    </details>
  )
}

/** By which signs its numbers are written, and in which order its days. */
function Written({ table, mend }: { table: BroughtIn; mend: (what: Mending) => void }) {
  return (
    <section aria-label="How it is written" className="mt-2 mb-4 flex flex-wrap gap-6">
      <label htmlFor="signs" className="grid gap-1 text-sm font-semibold">
        Numbers are written
        <Choose
          id="signs"
          className="field-text w-44"
          value={table.signs}
          onChange={(event) => mend({ signs: event.target.value })}
        >
          {SIGNS.map((signs) => (
            <option key={signs} value={signs}>
              {signs}
            </option>
          ))}
        </Choose>
      </label>
      <label htmlFor="day-order" className="grid gap-1 text-sm font-semibold">
        Days are written
        <Choose
          id="day-order"
          className="field-text w-56"
          value={table.dayOrder}
          onChange={(event) => mend({ dayOrder: event.target.value as BroughtIn['dayOrder'] })}
        >
          <option value="day_first">day first: 25/6/2024</option>
          <option value="month_first">month first: 6/25/2024</option>
        </Choose>
      </label>
    </section>
  )
}

/** Names that are none of those that are there, or only look like one: who or what is meant. */
function Questions({ table, mend }: { table: BroughtIn; mend: (what: Mending) => void }) {
  if (table.questions.length === 0) return null
  return (
    <section aria-label="Who or what is meant" className="mb-6">
      <h2 className="mb-2">What is meant by these names?</h2>
      <ul className="max-w-5xl">
        {table.questions.map((asked) => {
          const near = asked.known.filter((one) => asked.near.includes(one.key))
          const others = asked.known.filter((one) => !asked.near.includes(one.key))
          const means = (key: string) => mend({ answers: [{ field: asked.field, written: asked.written, means: key }] })
          return (
            <li
              key={`${asked.field}.${asked.written}`}
              className="flex flex-wrap items-center gap-x-4 gap-y-2 border-t py-2 border-stone-wash"
            >
              <span className="min-w-64">
                {asked.label} <strong>“{asked.written}”</strong>{' '}
                <span className="soft">in {plural(asked.lines.length, 'row')}</span>
              </span>
              {near.map((one) => (
                <button key={one.key} type="button" className="act" onClick={() => means(one.key)}>
                  {one.name}
                </button>
              ))}
              {asked.mayBeNew && (
                <button type="button" className="act" onClick={() => means('+')}>
                  It is new
                </button>
              )}
              <select
                aria-label={`Another that “${asked.written}” means`}
                className="field-text w-56"
                value=""
                onChange={(event) => means(event.target.value)}
              >
                <option value="">{near.length > 0 ? 'another' : 'choose one'}</option>
                {others.map((one) => (
                  <option key={one.key} value={one.key}>
                    {one.name}
                  </option>
                ))}
              </select>
              <button
                type="button"
                className="word min-h-11"
                aria-label={`Leave out what says “${asked.written}”`}
                onClick={() => mend({ leaveOut: asked.lines })}
              >
                leave {asked.lines.length === 1 ? 'it' : 'them'} out
              </button>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

/** A table that is brought in: tried, mended where it stands, entered in one act, and undone as one. */
export function BroughtInPage() {
  const id = Number(useParams().id)
  const client = useQueryClient()
  const [isAll, setAll] = useState(false)
  const key = ['brought-in', id]
  const read = useQuery({
    queryKey: [...key, isAll ? 'all' : 'wrong'],
    queryFn: () =>
      answer(api.GET('/api/brought-in/{id}', { params: { path: { id }, query: { rows: isAll ? 'all' : 'wrong' } } })),
    placeholderData: (old) => old,
  })
  const { data: table } = read
  const at = { params: { path: { id } } }
  // Whoever mends quickly mends what the mending before has left, and not what was seen before that.
  const version = useRef(0)
  version.current = Math.max(version.current, table?.version ?? 0)
  const before = useRef<Promise<unknown>>(Promise.resolve())
  const mending = useSeenWrite((what: Mending) => {
    const now = before.current
      .catch(() => undefined)
      .then(() => answer(api.PUT('/api/brought-in/{id}', { ...at, body: { ...what, version: version.current } })))
      .then((mended) => {
        version.current = mended.version
        return mended
      })
    before.current = now
    return now
  })
  const bringing = useSeenWrite(
    () => answer(api.POST('/api/brought-in/{id}/bring', { ...at, body: { version: version.current } })),
    (now) => say(`${plural(now.rows - now.leftOut.length, 'row')} brought in.`),
  )
  const undoing = useSeenWrite(
    () => answer(api.POST('/api/brought-in/{id}/undo', at)),
    () => say('Taken out again.'),
  )
  if (!table) return <Unread of={read} title="Records" rooms={<NurseryRooms />} />
  const mend = (what: Mending) => mending.mutate(what)
  const isBusy = mending.isPending || bringing.isPending || undoing.isPending
  const failed = mending.error ?? bringing.error ?? undoing.error
  const leaveOut = async () => {
    // All that do not fit, of which only some are shown.
    const wrong: number[] = []
    for (let from = 0; from < table.wrong; from += 50) {
      const page = await client.fetchQuery({
        queryKey: [...key, 'wrong', from],
        queryFn: () => answer(api.GET('/api/brought-in/{id}', { params: { path: { id }, query: { rows: 'wrong', from } } })),
        staleTime: 0,
      })
      wrong.push(...page.lines.map((one) => one.line))
    }
    mend({ leaveOut: wrong })
  }
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>{table.name}</h1>
        <NurseryRooms />
      </div>
      <p className="mb-3">
        <Link className="word" to="/nursery/records">
          All records
        </Link>{' '}
        <span className="soft">
          {table.words}, {plural(table.rows, 'row')}, begun by {table.by}
        </span>
      </p>
      <div className="mb-6 flex flex-wrap items-center gap-x-4 gap-y-2" role="status">
        {table.isIn ? (
          <>
            <span className="text-lg">
              <strong>{plural(table.rows - table.leftOut.length, 'row')}</strong> brought in
            </span>
            <button type="button" className="act" disabled={isBusy} onClick={() => undoing.mutate(undefined)}>
              Take all of it out again
            </button>
          </>
        ) : (
          <>
            <span className="text-lg">
              <strong>{table.fit}</strong> fit
              {table.wrong > 0 && <span className="text-plum">, {table.wrong} do not yet</span>}
              {table.leftOut.length > 0 && <span className="soft">, {table.leftOut.length} left out</span>}
            </span>
            <button
              type="button"
              className="act-main"
              disabled={isBusy || table.wrong > 0 || table.fit === 0}
              onClick={() => bringing.mutate(undefined)}
            >
              {bringing.isPending ? 'They are entered…' : `Bring in ${plural(table.fit, 'row')}`}
            </button>
            {table.wrong > 0 && (
              <button type="button" className="act" disabled={isBusy} onClick={leaveOut}>
                Leave out the {table.wrong} that do not fit
              </button>
            )}
          </>
        )}
      </div>
      {bringing.isPending && table.rows > LONG && <LongWork words="The table is brought in…" />}
      {failed && (
        <p role="alert" className="refusal mb-4">
          {failed.message}
        </p>
      )}
      {!table.isIn && (
        <>
          <Questions table={table} mend={mend} />
          <Columns table={table} mend={mend} />
        </>
      )}
      <Lines table={table} mend={mend} isAll={isAll || table.isIn} onAll={setAll} />
    </>
  )
}
