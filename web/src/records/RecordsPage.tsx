import { useQuery } from '@tanstack/react-query'
import { type ChangeEvent, useState } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { TakeOut } from '../forms/TakeOut'
import { NurseryRooms } from '../nursery/NurseryRooms'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { plural, sayDay } from '../words'

type Kind = Schemas['BroughtInKind']
type Brief = Schemas['BroughtInBrief']

const standing = (one: Brief) =>
  one.isIn ? `${one.rows - one.leftOut.length} brought in` : one.undoneAt ? 'taken out again' : 'not brought in yet'

/** The tables that were begun or brought in, the newest first. */
function Tables({ tables }: { tables: Brief[] }) {
  const { session } = useShown()
  return (
    <ul className="mt-2 max-w-3xl" aria-label="Tables">
      {tables.map((one) => (
        <li key={one.id} className="flex flex-wrap items-baseline gap-x-4 border-t py-2 border-stone-wash">
          <Link className="word font-semibold" to={`/nursery/records/${one.id}`}>
            {one.name}
          </Link>
          <span>
            {one.words}, {plural(one.rows, 'row')}
          </span>
          <span className={one.isIn ? '' : 'soft'}>{standing(one)}</span>
          <span className="soft">
            {one.by}, {sayDay(one.at.slice(0, 10), session.today)}
          </span>
          {!one.isIn && <TakeOut record="brought_in" id={one.id} name={one.name} history={false} />}
        </li>
      ))}
    </ul>
  )
}

/** Records that a nursery has already: what they are, and the table. */
export function RecordsPage() {
  const read = useQuery({ queryKey: ['brought-in'], queryFn: () => answer(api.GET('/api/brought-in')) })
  const [params] = useSearchParams()
  const [picked, setKind] = useState<Kind | null>(null)
  const { data } = read
  const asked = picked ?? params.get('kind')
  const chosen = data?.kinds.find((one) => one.kind === asked) ?? data?.kinds[0]
  const kind = chosen?.kind ?? 'past_batches'
  const [pasted, setPasted] = useState('')
  const goTo = useNavigate()
  const begin = useWrite(
    ({ name, table }: { name: string; table: ArrayBuffer | string }) =>
      answer(
        api.POST('/api/brought-in', {
          params: { query: { kind, name } },
          body: table as never,
          bodySerializer: (body: unknown) => body as string,
          headers: { 'Content-Type': 'text/csv' },
        }),
      ),
    (begun) => goTo(`/nursery/records/${begun.id}`),
  )
  if (!data) return <Unread of={read} title="Records" rooms={<NurseryRooms />} />
  const fromFile = async (event: ChangeEvent<HTMLInputElement>) => {
    const input = event.target
    const file = input.files?.[0]
    if (file) begin.mutate({ name: file.name, table: await file.arrayBuffer() }, { onSettled: () => (input.value = '') })
  }
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Records</h1>
        <NurseryRooms />
      </div>
      <p className="mb-4 max-w-2xl">
        What you have in a spreadsheet comes in from here, as untidy as it is. It is tried first: you see what fits and mend the
        rest, and nothing is entered before you say so.
      </p>
      <fieldset className="mb-4">
        <legend className="mb-1 font-semibold">What is it?</legend>
        <div className="flex flex-wrap gap-x-5 gap-y-1">
          {data.kinds.map((one) => (
            <label key={one.kind} className="flex min-h-11 items-center gap-2">
              <input type="radio" name="kind" className="radio" checked={one.kind === kind} onChange={() => setKind(one.kind)} />
              {one.words}
            </label>
          ))}
        </div>
      </fieldset>
      {chosen && (
        <p className="mb-4 max-w-2xl text-sm">
          <span className="font-semibold">
            {chosen.columns
              .filter((column) => column.needed)
              .map((column) => column.label)
              .join(', ')}
          </span>{' '}
          must be there
          {chosen.columns.some((column) => !column.needed) && (
            <span className="soft">
              ;{' '}
              {chosen.columns
                .filter((column) => !column.needed)
                .map((column) => column.label.toLowerCase())
                .join(', ')}{' '}
              may be
            </span>
          )}
          .{' '}
          <a className="word" href={`/api/brought-in/templates/${kind}`} download>
            An empty table to fill
          </a>
        </p>
      )}
      <div className="grid max-w-2xl gap-3">
        <label className="act-main w-fit cursor-pointer focus-within:outline-3">
          {begin.isPending ? 'It is read…' : 'From a file'}
          <input
            type="file"
            accept=".csv,.txt,.tsv,text/csv,text/plain"
            className="sr-only"
            disabled={begin.isPending}
            onChange={fromFile}
          />
        </label>
        <label className="grid gap-1 text-sm font-semibold">
          Or cells copied from a spreadsheet
          <textarea
            className="field-text min-h-28 py-2 font-mono text-sm font-normal"
            value={pasted}
            onChange={(event) => setPasted(event.target.value)}
          />
        </label>
        <button
          type="button"
          className="act w-fit"
          disabled={pasted.trim() === '' || begin.isPending}
          onClick={() => begin.mutate({ name: `${chosen?.words ?? ''}, pasted`, table: pasted })}
        >
          Try what is pasted
        </button>
        {begin.error && (
          <p role="alert" className="refusal">
            {begin.error.message}
          </p>
        )}
      </div>
      <section className="mt-8 max-w-2xl" aria-label="Everything, to take along">
        <h2>Everything, to take along</h2>
        <p className="my-2">
          All that this nursery has kept: a table of plain text for each kind of thing, a description of their columns, and the
          pictures. It comes back equal into an empty nursery. Passwords are in it as they are kept here, so keep it as you keep a
          copy.
        </p>
        <a className="act" href="/api/records" download>
          Take everything out
        </a>
      </section>
      {data.tables.length > 0 && (
        <section className="mt-8" aria-label="Tables so far">
          <h2>Tables so far</h2>
          <Tables tables={data.tables} />
        </section>
      )}
    </>
  )
}
