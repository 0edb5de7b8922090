import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { answer, api } from '../api/client'
import { AsTable } from '../shell/AsTable'
import { SearchBox, useAsked } from '../shell/Narrow'
import { Unread } from '../shell/Unread'
import { useParts } from '../shell/useParts'
import { useShown } from '../shell/week'
import { plural, sayDay } from '../words'
import { ResultsRooms } from './ResultsRooms'

/** Questions put to the bench: those that go on first. */
export function TrialsPage() {
  const { mayPlan, session } = useShown()
  const read = useQuery({ queryKey: ['trials'], queryFn: () => answer(api.GET('/api/trials')) })
  const asked = useAsked()
  const trials = (read.data?.trials ?? [])
    .filter((one) => asked.isLike(one.question, one.cropName, one.endedWords, ...one.names))
    .sort((a, b) => Number(a.ended !== null) - Number(b.ended !== null))
  const parts = useParts(trials.length)
  if (!read.data) return <Unread of={read} title="Trials" rooms={<ResultsRooms />} />
  const { all } = read.data
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Trials</h1>
        <ResultsRooms />
        {mayPlan && (
          <Link className="act" to="/results/trials/new">
            Lay a trial
          </Link>
        )}
        {all > 1 && <SearchBox of="trials" placeholder="crop, question, arm" asked={asked} />}
        {trials.length > 0 && (
          <AsTable
            name="trials"
            heads={['laid on', 'crop', 'question', 'arms', 'trays', 'counted', 'concluded']}
            rows={() =>
              trials.map((one) => [
                one.laidOn,
                one.cropName,
                one.question,
                one.names.join('; '),
                one.trays,
                one.trayCounted,
                one.endedWords,
              ])
            }
          />
        )}
      </div>
      {all > 0 && trials.length === 0 ? (
        <p className="soft">No trial is like that.</p>
      ) : all === 0 ? (
        <p className="max-w-2xl">
          Nothing is being tried. A trial puts one question to the bench: half treated and half not, side by side, in several
          trays each, so that what is counted says more than chance.
        </p>
      ) : (
        <ul aria-label="Trials" className="max-w-4xl">
          {trials.slice(0, parts.many).map((one) => (
            <li key={one.id} className="border-t border-stone-wash py-2">
              <Link className="word font-semibold" to={`/results/trials/${one.id}`}>
                {one.question}
              </Link>{' '}
              {one.cropName}
              <span className="block soft">
                {one.names.join(' against ')}; laid {sayDay(one.laidOn, session.today)},{' '}
                {one.trayCounted === 0
                  ? `none of ${plural(one.trays, 'tray')} counted`
                  : `${one.trayCounted} of ${plural(one.trays, 'tray')} counted`}
                {one.endedWords && (
                  <strong className="font-semibold text-leaf">
                    {'; '}
                    {one.endedWords}
                    {one.adopted && ` ${one.adopted}`}
                  </strong>
                )}
              </span>
            </li>
          ))}
        </ul>
      )}
      {parts.end}
      {all > read.data.trials.length && (
        <p className="mt-3 soft">
          The newest {read.data.trials.length} of {all}.
        </p>
      )}
    </>
  )
}
