import { Link } from 'react-router'
import { useRemedies } from '../api/queries'
import { FitMark } from '../drawings/FitMark'
import { OutlookBar } from '../drawings/OutlookBar'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayInHundred, sayWeek } from '../words'

/** An order that will be short: how it stands, and each thing that can still be done, with its last day. */
export function Remedies({ id }: { id: number }) {
  const { session, mayPlan } = useShown()
  const { data } = useRemedies(id)
  if (!data) return null
  const { wanted, outlook } = data
  return (
    <div className="grid gap-3">
      <p>
        <strong>{outlook.words}</strong>{' '}
        <span className="soft">
          wanted {sayWeek(wanted.readyWeek, mondayOf(wanted.readyWeek), session.nursery)} by {data.customer ?? 'ourselves'}
        </span>
      </p>
      <OutlookBar outlook={outlook} wanted={wanted.plants} />
      <ul className="grid gap-1">
        {data.again.map((one) => (
          <li key={one.way} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t py-2 border-stone-wash">
            <FitMark fit={one.possible} />
            <span className="min-w-0 grow">
              <strong>Stick again, {one.name.toLowerCase()}</strong>
              <span className="block text-sm">
                {one.stick !== null && one.trays !== null && one.chance !== null && (
                  <>
                    {one.stick} in {plural(one.trays, 'tray')}, {sayInHundred(one.chance)} to fill the gap.{' '}
                  </>
                )}
                <span className={one.possible ? undefined : 'text-plum'}>{one.words}</span>
                {one.material && <span className="soft"> {one.material}</span>}
              </span>
            </span>
            {one.possible && mayPlan && (
              <Link
                className="act-main"
                to={`/wanted/${wanted.id}/plan?plants=${data.buyIn}&way=${one.way}&stickOn=${one.from}`}
                aria-label={`Plan it: ${one.name}, by ${sayDay(one.last ?? data.due)}`}
              >
                Plan it, by {sayDay(one.last ?? data.due, session.today)}
              </Link>
            )}
          </li>
        ))}
        <li className="border-t py-2 border-stone-wash">
          <strong>Buy in</strong>{' '}
          {data.buyInBy !== null && data.buyInBy < session.today
            ? [
                `Too late for liners: they had to be ordered by ${sayDay(data.buyInBy, session.today)}.`,
                `${plural(data.buyIn, 'finished plant')} by ${sayDay(data.due, session.today)}.`,
              ].join(' ')
            : data.due > session.today
              ? [
                  `${plural(data.buyIn, 'liner')} in time to grow on to`,
                  sayDay(data.due, session.today) +
                    (data.buyInBy === null
                      ? '; no price is entered for this crop.'
                      : `, ordered by ${sayDay(data.buyInBy, session.today)}.`),
                ].join(' ')
              : `${plural(data.buyIn, 'plant')}, ready as they are: the week has come.`}
        </li>
        {data.customer && (
          <li className="border-t py-2 border-stone-wash">
            <strong>Tell {data.customer}</strong> that about {outlook.expected} of {wanted.plants} will be ready, before{' '}
            {sayDay(data.due, session.today)}.
          </li>
        )}
      </ul>
    </div>
  )
}
