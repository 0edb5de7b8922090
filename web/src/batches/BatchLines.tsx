import { Link } from 'react-router'
import type { Batch } from '../api/client'
import { Sideways } from '../drawings/Sideways'
import { Savable } from '../shell/AsTable'
import { BOOK_WORDS, CAUSE_WORDS } from '../words'

/** Where all of its plants are, line by line. */
export function Lines({ batch }: { batch: Batch }) {
  const states = Object.keys(BOOK_WORDS) as (keyof typeof BOOK_WORDS)[]
  const used = states.filter((state) => batch.lines.some((line) => (line.standing[state] ?? 0) > 0))
  const sum = (state: keyof typeof BOOK_WORDS) => batch.lines.reduce((total, line) => total + (line.standing[state] ?? 0), 0)
  const all = used.reduce((total, state) => total + sum(state), 0)
  return (
    <section className="min-w-0">
      <h2 className="mb-2">The count book</h2>
      <Savable name="count book">
        <Sideways of="What stands on each line">
          <table className="text-right">
            <thead>
              <tr className="text-sm soft">
                <th className="pr-6 text-left">line</th>
                {used.map((state) => (
                  <th key={state} className="px-3 font-semibold">
                    {BOOK_WORDS[state]}
                  </th>
                ))}
                <th className="pl-4 font-semibold">all</th>
              </tr>
            </thead>
            <tbody>
              {batch.lines.map((line) => (
                <tr key={line.number} className="border-t border-stone-wash">
                  <th className="py-1.5 pr-6 text-left font-normal">
                    <strong>{line.number}</strong> <span className="text-sm soft">{line.note}</span>
                    {line.lot && (
                      <Link className="word ml-2 text-sm" to={`/potting/lots/${line.lot}`}>
                        lot {line.lot}
                      </Link>
                    )}
                  </th>
                  {used.map((state) => (
                    <td key={state} className="px-3 text-lg font-semibold">
                      {line.standing[state] ?? '·'}
                    </td>
                  ))}
                  <td className="pl-4 text-lg">{used.reduce((total, state) => total + (line.standing[state] ?? 0), 0)}</td>
                </tr>
              ))}
            </tbody>
            {batch.lines.length > 1 && (
              <tfoot>
                <tr className="border-t-2 border-peat">
                  <th className="py-1.5 pr-6 text-left">all lines</th>
                  {used.map((state) => (
                    <td key={state} className="px-3 text-lg font-bold">
                      {sum(state)}
                    </td>
                  ))}
                  <td className="pl-4 text-lg font-bold">{all}</td>
                </tr>
              </tfoot>
            )}
          </table>
        </Sideways>
      </Savable>
      {Object.keys(batch.lost).length > 0 && (
        <p className="mt-2 text-sm soft">
          Lost:{' '}
          {Object.entries(batch.lost)
            .map(([cause, count]) => `${count} ${CAUSE_WORDS[cause as keyof typeof CAUSE_WORDS]}`)
            .join(', ')}
        </p>
      )}
    </section>
  )
}
