import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { answer, api, type Schemas } from '../api/client'
import { Sideways } from '../drawings/Sideways'

export type BroughtIn = Schemas['BroughtIn']
export type Mending = Omit<Schemas['BroughtInMending'], 'version'>
type Line = BroughtIn['lines'][number]

const PAGE = 50

/** A cell that can be mended where it stands; what is typed is sent when it is left, or at Enter. */
function Cell({
  label,
  text,
  isWrong,
  onMend,
}: {
  label: string
  text: string
  isWrong: boolean
  onMend: (text: string) => void
}) {
  const [typed, setTyped] = useState<string>()
  const send = () => {
    if (typed !== undefined && typed !== text) onMend(typed)
  }
  return (
    <input
      aria-label={label}
      aria-invalid={isWrong}
      className={`field-text min-w-36 ${isWrong ? 'border-2 border-plum!' : ''}`}
      value={typed ?? text}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={send}
      onKeyDown={(event) => {
        if (event.key === 'Enter') send()
      }}
    />
  )
}

function Row({ table, line, mend }: { table: BroughtIn; line: Line; mend: (what: Mending) => void }) {
  const put = (column: number) => (text: string) => mend({ cells: [{ line: line.line, column, text }] })
  const leave = () => mend(line.leftOut ? { takeIn: [line.line] } : { leaveOut: [line.line] })
  return (
    <>
      <tr className={`border-t border-stone-wash align-middle ${line.leftOut ? 'line-through soft' : ''}`}>
        <th scope="row" className="py-1 pr-3 text-right font-semibold">
          {line.line}
        </th>
        {table.fields.map(({ field, label, column }) =>
          column === null ? null : (
            <td key={field} className="py-1 pr-3">
              {line.wrong && !line.wrong.isAsked && line.wrong.column === column ? (
                <Cell
                  key={line.cells[column]}
                  label={`${label} in line ${line.line}`}
                  text={line.cells[column] ?? ''}
                  isWrong
                  onMend={put(column)}
                />
              ) : (
                <span className="whitespace-nowrap">{line.cells[column]}</span>
              )}
            </td>
          ),
        )}
        {!table.isIn && (
          <td className="py-1">
            <button
              type="button"
              className="word min-h-11 whitespace-nowrap"
              aria-label={`${line.leftOut ? 'Take in' : 'Leave out'} line ${line.line}`}
              onClick={leave}
            >
              {line.leftOut ? 'take in' : 'leave out'}
            </button>
          </td>
        )}
      </tr>
      {line.wrong && (
        <tr>
          <td />
          <td colSpan={table.fields.length + 1} className="pb-2 refusal">
            {line.wrong.says}
            {line.wrong.isAsked && <span className="font-normal soft"> Answer it above.</span>}
          </td>
        </tr>
      )}
    </>
  )
}

/** Rows in their columns, those that do not fit first of all; each reason beside its cell. */
export function Lines({
  table,
  mend,
  isAll,
  onAll,
}: {
  table: BroughtIn
  mend: (what: Mending) => void
  isAll: boolean
  onAll: (isAll: boolean) => void
}) {
  const [from, setFrom] = useState(0)
  const rows = isAll ? 'all' : 'wrong'
  const { data: later } = useQuery({
    queryKey: ['brought-in', table.id, rows, from, table.version],
    queryFn: () => answer(api.GET('/api/brought-in/{id}', { params: { path: { id: table.id }, query: { rows, from } } })),
    enabled: from > 0,
    placeholderData: (old) => old,
  })
  const shown = from > 0 ? (later ?? table) : table
  const look = (all: boolean) => {
    setFrom(0)
    onAll(all)
  }
  return (
    <section aria-label="Rows">
      <div className="mb-2 flex flex-wrap items-center gap-x-4">
        <h2>{isAll ? 'All rows' : 'Rows that do not fit'}</h2>
        {!table.isIn && (
          <button type="button" className="word min-h-11" onClick={() => look(!isAll)}>
            {isAll ? 'only those that do not fit' : 'show all rows'}
          </button>
        )}
      </div>
      {shown.lines.length === 0 ? (
        <p className="soft">{isAll ? 'There are none.' : 'Every row fits.'}</p>
      ) : (
        <Sideways of="Rows of the table">
          <table className="text-left text-sm">
            <thead>
              <tr className="soft">
                <th className="pr-3 text-right">line</th>
                {table.fields.map((one) =>
                  one.column === null ? null : (
                    <th key={one.field} className="pr-3 font-semibold whitespace-nowrap">
                      {one.label}
                    </th>
                  ),
                )}
                {!table.isIn && <td />}
              </tr>
            </thead>
            <tbody>
              {shown.lines.map((line) => (
                <Row key={line.line} table={table} line={line} mend={mend} />
              ))}
            </tbody>
          </table>
        </Sideways>
      )}
      {shown.told > PAGE && (
        <div className="mt-3 flex flex-wrap items-center gap-4">
          <button type="button" className="act" disabled={from === 0} onClick={() => setFrom(Math.max(0, from - PAGE))}>
            {PAGE} before
          </button>
          <span>
            {from + 1} to {Math.min(from + PAGE, shown.told)} of {shown.told}
          </span>
          <button type="button" className="act" disabled={from + PAGE >= shown.told} onClick={() => setFrom(from + PAGE)}>
            {PAGE} more
          </button>
        </div>
      )}
    </section>
  )
}
