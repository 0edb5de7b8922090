import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { sayDay } from '../words'

type Job = Schemas['CareJob']

export const DONE: Record<Job, string> = {
  cut_down: 'cut down',
  restart: 'started again',
  feed: 'fed',
  flowers_off: 'flowers off',
  replace: 'replacement ordered',
}

/** One thing that stock plants ask for, ticked when it is done. */
export function Ask({
  code,
  job,
  words,
  due,
  on,
  children,
}: {
  code: string
  job: Job
  words: string
  due: string
  /** The day that it is ticked on; today where it is not said. */
  on?: string
  children?: React.ReactNode
}) {
  const { session, mayLog } = useShown()
  const care = useWrite(() =>
    answer(api.POST('/api/stock/{code}/care', { params: { path: { code } }, body: { job, on: on ?? session.today } })),
  )
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t py-2 border-stone-wash">
      <div className="min-w-0 grow basis-64">
        {children}
        <p className="text-sm">{words}</p>
        {due < session.today && <p className="text-sm text-plum">since {sayDay(due, session.today)}</p>}
        {care.error && (
          <p role="alert" className="refusal">
            {care.error.message}
          </p>
        )}
      </div>
      {job === 'replace' ? (
        <Link className="act" to={`/stock/${code}`} aria-label={`See what takes the place of ${code}`}>
          See
        </Link>
      ) : (
        mayLog &&
        (on ?? session.today) <= session.today && (
          <button
            type="button"
            className="act no-print"
            disabled={care.isPending}
            aria-label={`Done: ${DONE[job]}, ${code}`}
            onClick={() =>
              care.mutateAsync(undefined).then(
                () => say(`${code}: ${DONE[job]}.`),
                () => undefined,
              )
            }
          >
            Done
          </button>
        )
      )}
    </li>
  )
}

/** What all stock plants ask for, block by block. */
export function StockAsks({ asks, on }: { asks: Schemas['StockAsks'][]; on?: string }) {
  return (
    <ol>
      {asks.map((ask) => (
        <Ask key={`${ask.block} ${ask.job}`} code={ask.block} job={ask.job} words={ask.words} due={ask.due} on={on}>
          <p>
            <Link className="word font-semibold" to={`/stock/${ask.block}`}>
              {ask.block}
            </Link>{' '}
            <strong>{ask.crop}</strong> <span className="soft">{ask.place}</span>
          </p>
        </Ask>
      ))}
    </ol>
  )
}
