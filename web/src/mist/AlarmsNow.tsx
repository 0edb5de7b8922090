import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { answer, api, post, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { useShown } from '../shell/week'
import { sayDay } from '../words'

type Alarm = Schemas['Alarm']

/** Milliseconds after which it is asked again whether anything is wrong. */
const AGAIN = 60_000

export const useAlarms = () =>
  useQuery({ queryKey: ['alarms'], queryFn: () => answer(api.GET('/api/alarms')), refetchInterval: AGAIN })

/** Hours and minutes. */
const lasts = (minutes: number) => (minutes < 90 ? `${minutes} minutes` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`)

/** Alarms of one kind, of which the most urgent is told whole: a pump that stops is one alarm and not one for each bench. */
export function AlarmCard({ alarms }: { alarms: readonly [Alarm, ...Alarm[]] }) {
  const { session, mayLog } = useShown()
  const [alarm, ...others] = alarms
  const seen = useWrite(async () => {
    for (const one of alarms) await post('/api/alarms/seen', { zone: one.zone, kind: one.kind })
  })
  const [day, time] = [alarm.since.slice(0, 10), alarm.since.slice(11)]
  return (
    <article className="sheet border-l-8 p-4 border-plum" aria-label={`${alarm.zoneName}: ${alarm.words}`}>
      <h3 className="flex flex-wrap items-baseline gap-x-3 font-bold">
        <span>
          {alarm.zoneName}: {alarm.words}
        </span>
        <span className="text-sm font-normal soft">
          since {day === session.today ? time : `${sayDay(day, session.today)}, ${time}`}
        </span>
      </h3>
      <p>
        {alarm.says}
        {alarm.harmAfter !== null && (
          <strong className="text-plum">
            {alarm.harmAfter > 0 ? ` Leaves wilt in about ${lasts(alarm.harmAfter)}.` : ' Leaves wilt now.'}
          </strong>
        )}
      </p>
      {others.length > 0 && <p>The same in {others.map((other) => other.zoneName).join(', ')}.</p>}
      {alarm.suffer.length > 0 && (
        <p className="text-sm">
          First{' '}
          {alarm.suffer.slice(0, 4).map((one, i) => (
            <span key={one.batch}>
              {i > 0 && ', '}
              {one.crop === '' ? (
                one.batch
              ) : (
                <Link className="word" to={`/batches/${one.batch}`}>
                  {one.crop}, {one.batch}
                </Link>
              )}
            </span>
          ))}
          {alarm.suffer.length > 4 && ` and ${alarm.suffer.length - 4} more`}
        </p>
      )}
      <ol className="mt-2 list-decimal pl-6">
        {alarm.first.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <div className="mt-2">
        {alarm.seenBy ? (
          <p className="text-leaf">
            {alarm.seenBy} has seen it{alarm.seenAt && `, ${alarm.seenAt.slice(11)}`}.
          </p>
        ) : (
          mayLog && (
            <button type="button" className="act-main" disabled={seen.isPending} onClick={() => seen.mutate()}>
              I have seen it and go there
            </button>
          )
        )}
      </div>
      {seen.error && (
        <p role="alert" className="refusal">
          {seen.error.message}
        </p>
      )}
    </article>
  )
}

/** By kind, in the order in which they came. */
export function byKind(alarms: readonly Alarm[]): [Alarm, ...Alarm[]][] {
  const groups = new Map<string, [Alarm, ...Alarm[]]>()
  for (const alarm of alarms) {
    const group = groups.get(alarm.kind)
    if (group) group.push(alarm)
    else groups.set(alarm.kind, [alarm])
  }
  return [...groups.values()]
}

/** What is wrong now in the house, before all else; what somebody has seen is a line. */
export function AlarmsNow() {
  const { data, error } = useAlarms()
  if (error && !data)
    return (
      <p role="alert" className="refusal lg:col-span-2">
        Whether anything is wrong in the house could not be asked. {error.message}
      </p>
    )
  if (!data || data.alarms.length === 0) return null
  const open = data.alarms.filter((alarm) => alarm.seenBy === null)
  const seen = data.alarms.filter((alarm) => alarm.seenBy !== null)
  return (
    <section aria-label="Wrong in the house" className="grid max-w-3xl gap-3 lg:col-span-2">
      {byKind(open).map((alarms) => (
        <AlarmCard key={alarms[0].kind} alarms={alarms} />
      ))}
      {seen.length > 0 && (
        <p>
          Seen and not over: {seen.map((alarm) => `${alarm.zoneName}, ${alarm.words.toLowerCase()} (${alarm.seenBy})`).join('; ')}
          .{' '}
          <Link className="word" to="/bench/mist/alarms">
            Look
          </Link>
        </p>
      )}
    </section>
  )
}
