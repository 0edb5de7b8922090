import { useQuery } from '@tanstack/react-query'
import { Link, useSearchParams } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { Sideways } from '../drawings/Sideways'
import { Savable } from '../shell/AsTable'
import { Unread } from '../shell/Unread'
import { inHundred, plural } from '../words'
import { sayIs } from './RatesPage'
import { ResultsRooms } from './ResultsRooms'

type Sum = Schemas['SeasonSum']
type Beside = Schemas['SeasonBeside']

const HEADS = ['wanted', 'sent', 'in time', 'short', 'to come', 'stuck', 'rooted', 'in 100', 'potted']

/** Crops that are told to be often late; the table has all. */
const LATE = 6

const nameOf = (year: number) => `${year}/${String((year + 1) % 100).padStart(2, '0')}`

function Figures({ sum }: { sum: Sum }) {
  const cell = 'py-1.5 pl-4 text-right tabular-nums'
  return (
    <>
      <td className={cell}>{sum.wanted}</td>
      <td className={cell}>{sum.sent}</td>
      <td className={cell}>{sum.inTime}</td>
      <td className={`${cell} ${sum.short > 0 ? 'font-bold text-plum' : ''}`}>{sum.short}</td>
      <td className={cell}>{sum.due}</td>
      <td className={cell}>{sum.stuck}</td>
      <td className={cell}>{sum.rooted}</td>
      <td className={`${cell} font-bold`}>{sum.rate === null ? '' : inHundred(sum.rate)}</td>
      <td className={cell}>{sum.potted}</td>
    </>
  )
}

function Head({ first }: { first: string }) {
  return (
    <thead>
      <tr className="text-sm soft">
        <th className="py-1 text-left font-semibold">{first}</th>
        {HEADS.map((head) => (
          <th key={head} className="pl-4 text-right font-semibold">
            {head}
          </th>
        ))}
      </tr>
    </thead>
  )
}

/** Crops that rooted otherwise than before, with what was different about their batches. */
function Told({ title, of }: { title: string; of: Beside[] }) {
  return (
    <section aria-label={title} className="min-w-0">
      <h2>{title}</h2>
      {of.length === 0 && <p className="soft">No crop clearly.</p>}
      <ul>
        {of.map((one) => (
          <li key={one.crop} className="border-t py-2 border-stone-wash">
            <Link className="word font-semibold" to={`/results/drift?crop=${one.crop}`}>
              {one.name}
            </Link>{' '}
            <strong>{inHundred(one.rate)} in 100</strong>, before {inHundred(one.before)};{' '}
            <span className="soft">{plural(one.batches.length, 'batch', 'batches')}</span>
            {one.unlike.length > 0 && (
              <span className="block soft">
                Different:{' '}
                {one.unlike
                  .map(
                    (what) =>
                      `${what.words} ${sayIs(what.sort, what.is)}${what.others === 0 ? ', never before' : `, before ${inHundred(what.others)} in 100`}`,
                  )
                  .join('; ')}
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What the season asks to be changed, each a press away. */
function Change({ season }: { season: Schemas['SeasonEnd'] }) {
  const { late, wornOut, worse } = season
  return (
    <section aria-label="What to change" className="min-w-0">
      <h2>What to change</h2>
      {late.length + wornOut.length + worse.length === 0 && <p className="soft">Nothing stands out.</p>}
      <ul>
        {worse.map((one) => (
          <li key={`sheet ${one.crop}`} className="border-t py-2 border-stone-wash">
            <Link className="word font-semibold" to={`/crops/${one.crop}`}>
              The sheet of {one.name}
            </Link>
            : it roots worse than before; see whether its way still holds.
          </li>
        ))}
        {late.slice(0, LATE).map((one) => (
          <li key={`late ${one.crop}`} className="border-t py-2 border-stone-wash">
            <Link className="word font-semibold" to={`/batches/season`}>
              Stick {one.name} earlier
            </Link>
            : {one.inTime} of {one.sent} were ready in time.
          </li>
        ))}
        {late.length > LATE && (
          <li className="border-t py-2 border-stone-wash soft">
            and {plural(late.length - LATE, 'more crop', 'more crops')} as late.
          </li>
        )}
        {wornOut.map((one) => (
          <li key={one.block} className="border-t py-2 border-stone-wash">
            <Link className="word font-semibold" to={`/stock/${one.block}`}>
              Replace {one.block}
            </Link>
            : {one.crop}, planted {one.planted}, is past giving well.
          </li>
        ))}
      </ul>
    </section>
  )
}

/** One season on a page to print: what was wanted and what came of it, beside the seasons before. */
export function SeasonPage() {
  const [params, setParams] = useSearchParams()
  const year = Number(params.get('of') ?? 0)
  const read = useQuery({
    queryKey: ['season-end', year],
    queryFn: () => answer(api.GET('/api/results/season', { params: { query: year > 0 ? { of: year } : {} } })),
    placeholderData: (old) => old,
  })
  const season = read.data
  if (!season) return <Unread of={read} title="A season" rooms={<ResultsRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Season {season.name}</h1>
        <ResultsRooms />
        <button type="button" className="act no-print ml-auto" onClick={() => print()}>
          Print
        </button>
      </div>
      <div className="no-print mb-4">
        <label className="flex items-center gap-2">
          <span className="text-sm font-semibold">Season</span>
          <select
            className="field-text w-40"
            value={season.year}
            onChange={(event) => setParams({ of: event.target.value }, { replace: true })}
          >
            {season.years.map((one) => (
              <option key={one} value={one}>
                {nameOf(one)}
              </option>
            ))}
          </select>
        </label>
      </div>
      <p className="mb-4 max-w-3xl">
        {season.isOver ? 'It is over.' : 'It is not over yet: what is to come may still come.'} Orders are of the season in which
        they are due, batches of that in which they were stuck; so what was stuck late in one is sent in the next. In time is what
        was ready by the end of the week that it was wanted in.
      </p>
      {season.crops.length === 0 ? (
        <p className="soft">Nothing was wanted or stuck in it.</p>
      ) : (
        <Savable name={`season ${season.year}`}>
          <Sideways of="Crop by crop">
            <table className="mb-2 w-full min-w-[52rem] text-left">
              <Head first="crop" />
              <tbody>
                {season.crops.map((crop) => (
                  <tr key={crop.crop} className="border-t border-stone-wash">
                    <th className="py-1.5 text-left font-normal">
                      <Link to={`/crops/${crop.crop}`}>{crop.name}</Link>
                    </th>
                    <Figures sum={crop} />
                  </tr>
                ))}
              </tbody>
              <tfoot>
                <tr className="border-t-2 border-peat">
                  <th className="py-1.5 text-left">in all</th>
                  <Figures sum={season.all} />
                </tr>
              </tfoot>
            </table>
          </Sideways>
        </Savable>
      )}
      <div className="mt-6 grid gap-x-12 gap-y-8 lg:grid-cols-3">
        <Told title="Better than before" of={season.better} />
        <Told title="Worse than before" of={season.worse} />
        <Change season={season} />
      </div>
      <section aria-label="Beside the seasons before" className="mt-8">
        <h2>Beside the seasons before</h2>
        <Savable name="seasons">
          <Sideways of="Season by season">
            <table className="w-full min-w-[52rem] text-left">
              <Head first="season" />
              <tbody>
                {season.seasons.map((one) => (
                  <tr key={one.year} className={`border-t border-stone-wash ${one.year === season.year ? 'bg-paper' : ''}`}>
                    <th className="py-1.5 text-left">{nameOf(one.year)}</th>
                    <Figures sum={one} />
                  </tr>
                ))}
              </tbody>
            </table>
          </Sideways>
        </Savable>
      </section>
    </>
  )
}
