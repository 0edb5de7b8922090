import type { Schemas } from '../api/client'
import { plural } from '../words'
import { Codes } from './Step'

type Sheet = Schemas['DaySheet']
type Task = Sheet['people'][number]['jobs'][number]

const DOES: Record<Task['what'], string> = {
  collect: 'cut',
  make_up: 'make up mixes and dips',
  stick: 'stick',
  wean: 'wean',
  move: 'carry',
  vent: 'vent',
  check: 'check',
  stock: 'stock',
  pot: 'pot',
}

/** Who does what that day, hour by hour; what several do together stands with each of them. */
export function DayPeople({ sheet }: { sheet: Sheet }) {
  const busy = sheet.people.filter((one) => one.jobs.length > 0)
  if (busy.length === 0) return null
  return (
    <section aria-label="Who does what" className="mb-6 break-inside-avoid">
      <h2 className="border-b-2 pb-1 border-peat">Who does what</h2>
      <div className="mt-2 grid gap-x-8 gap-y-3 sm:grid-cols-2 lg:grid-cols-4">
        {busy.map((one) => (
          <div key={one.name ?? one.jobs.map((job) => `${job.from} ${job.code}`).join()} className="min-w-0">
            <h3 className="font-bold">{one.name ?? 'One more pair of hands'}</h3>
            <ol className="text-sm">
              {one.jobs.map((job) => (
                <li key={`${job.what} ${job.code} ${job.from}`} className="flex gap-3 border-t py-1 border-stone-wash">
                  <span className="shrink-0 tabular-nums soft">
                    {job.from}–{job.to}
                  </span>
                  <span className="min-w-0">
                    {DOES[job.what]}{' '}
                    {job.code !== null && (job.what === 'stock' || job.what === 'vent' ? job.code : <Codes codes={[job.code]} />)}
                  </span>
                </li>
              ))}
            </ol>
          </div>
        ))}
      </div>
      {sheet.people.length > busy.length && (
        <p className="mt-2 text-sm soft">{plural(sheet.people.length - busy.length, 'more pair')} of hands would be free.</p>
      )}
    </section>
  )
}
