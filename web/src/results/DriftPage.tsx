import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { DriftChart } from '../drawings/DriftChart'
import { AsTable } from '../shell/AsTable'
import { Failed, Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { inHundred, plural, sayDay } from '../words'
import { ChooseCrop, NothingCounted } from './ChooseCrop'
import { sayIs } from './RatesPage'
import { ResultsRooms } from './ResultsRooms'
import { useCounted } from './useCounted'

type Kind = Schemas['DriftKind']
type Signal = Schemas['DriftSignal']

const KIND_WORDS: Record<Kind, string> = {
  below: 'roots worse than chance explains',
  above: 'roots better than chance explains',
  run_below: 'in a row below the average',
  run_above: 'in a row above the average',
}

const isRun = (kind: Kind) => kind === 'run_below' || kind === 'run_above'

/** How seldom that is, as a person says it. */
const seldom = (chance: number) =>
  chance < 0.0005 ? 'less than once in 2000 batches' : `once in ${Math.round(1 / chance)} batches`

function Code({ code }: { code: string }) {
  // What was brought in stands in no book.
  return code.includes('/') ? (
    <span className="soft">brought in</span>
  ) : (
    <Link className="word font-semibold" to={`/batches/${code}`}>
      {code}
    </Link>
  )
}

function OneSignal({ signal }: { signal: Signal }) {
  const { session } = useShown()
  const [first] = signal.codes
  return (
    <li className="grid gap-x-6 border-t py-2 border-stone-wash sm:grid-cols-[minmax(14rem,1fr)_minmax(0,2fr)]">
      <div>
        {isRun(signal.kind) ? (
          <>
            <strong>{plural(signal.codes.length, 'batch', 'batches')}</strong> {KIND_WORDS[signal.kind]}
            <span className="block soft">
              {sayDay(signal.from, session.today)} to {sayDay(signal.to, session.today)}, {signal.rooted} of {signal.stuck}
            </span>
          </>
        ) : (
          <>
            <Code code={first ?? ''} /> {KIND_WORDS[signal.kind]}
            <span className="block soft">
              {signal.rooted} of {signal.stuck}, stuck {sayDay(signal.to, session.today)}
              {signal.chance !== null &&
                signal.chance > 0 &&
                `; so ${signal.kind === 'below' ? 'few' : 'many'} come ${seldom(signal.chance)}`}
              {signal.mishap && '; likely a mishap'}
            </span>
          </>
        )}
      </div>
      <div>
        {signal.unlike.length === 0 ? (
          <span className="soft">Nothing that the book knows of was different about {isRun(signal.kind) ? 'them' : 'it'}.</span>
        ) : (
          <ul className="flex flex-wrap gap-x-5">
            {signal.unlike.map((one) => (
              <li key={one.sort}>
                {one.words} <strong>{sayIs(one.sort, one.is)}</strong>
                <span className="soft">
                  {one.here < 1 && `, ${inHundred(one.here)} in 100 of these`}
                  {one.others === 0 ? ', no other' : `, ${inHundred(one.others)} in 100 of the others`}
                </span>
              </li>
            ))}
          </ul>
        )}
        {isRun(signal.kind) && (
          <p className="text-sm">
            {signal.codes.map((code) => (
              <span key={code} className="mr-2">
                <Code code={code} />
              </span>
            ))}
          </p>
        )}
      </div>
    </li>
  )
}

/** What is new over all crops: where to look first. */
function Newest({ onChoose }: { onChoose: (slug: string) => void }) {
  const { session } = useShown()
  const read = useQuery({ queryKey: ['drift'], queryFn: () => answer(api.GET('/api/results/drift')) })
  if (!read.data)
    return read.error ? <Failed message={read.error.message} again={() => read.refetch()} /> : <p aria-busy="true" />
  const { signals, since } = read.data
  return (
    <section aria-label="New over all crops" className="mb-8 max-w-5xl">
      <div className="flex items-baseline gap-4">
        <h2>New over all crops</h2>
        {signals.length > 0 && (
          <AsTable
            name="drift"
            heads={['crop', 'what', 'batches', 'from', 'to', 'rooted', 'stuck', 'average']}
            rows={() =>
              signals.map((one) => [
                one.name,
                KIND_WORDS[one.kind],
                one.codes.join(' '),
                one.from,
                one.to,
                one.rooted,
                one.stuck,
                one.centre.toFixed(3),
              ])
            }
          />
        )}
      </div>
      {signals.length === 0 && (
        <p className="soft">Since {sayDay(since, session.today)} every crop roots as it did, as far as its batches tell.</p>
      )}
      <ul>
        {signals.slice(0, 20).map((one) => (
          <li
            key={`${one.crop}.${one.kind}.${one.codes[0]}`}
            className="flex flex-wrap items-baseline gap-x-4 border-t py-1 border-stone-wash"
          >
            <button type="button" className="word min-h-11 w-64 text-left font-semibold" onClick={() => onChoose(one.crop)}>
              {one.name}
            </button>
            <span className={one.kind === 'below' || one.kind === 'run_below' ? 'text-plum' : ''}>
              {isRun(one.kind) ? plural(one.codes.length, 'batch', 'batches') : <Code code={one.codes[0] ?? ''} />}{' '}
              {KIND_WORDS[one.kind]}
            </span>
            <span className="soft">
              {inHundred(one.rooted / Math.max(1, one.stuck))} in 100, on average {inHundred(one.centre)};{' '}
              {sayDay(one.to, session.today)}
              {one.mishap && ', likely a mishap'}
            </span>
          </li>
        ))}
      </ul>
      {signals.length > 20 && <p className="soft">And {signals.length - 20} before; all of them are in the table.</p>}
    </section>
  )
}

/** Whether crops root as they did, by the chart of their batches; what was different about those that stand out. */
export function DriftPage() {
  const { params, setParams, crops, counted, slug, choose } = useCounted()
  const by = params.get('by') as Schemas['Sort'] | null
  const is = params.get('is')
  const read = useQuery({
    queryKey: ['drift', slug, by, is],
    queryFn: () =>
      answer(
        api.GET('/api/results/drift/{slug}', {
          params: { path: { slug: slug ?? '' }, query: by && is !== null ? { by, is } : {} },
        }),
      ),
    enabled: slug !== undefined,
    placeholderData: (old) => old,
  })
  if (!crops.data) return <Unread of={crops} title="Drift" rooms={<ResultsRooms />} />
  const drift = read.data?.crop === slug ? read.data : undefined
  const chooseCrop = (crop: string) => setParams({ crop }, { replace: true })
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Drift</h1>
        <ResultsRooms />
      </div>
      {counted.length === 0 ? (
        <NothingCounted />
      ) : (
        <>
          <Newest onChoose={chooseCrop} />
          <div className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-2">
            <ChooseCrop counted={counted} slug={slug} onChoose={chooseCrop} />
            {drift?.choices.map((one) =>
              one.are.length < 2 ? null : (
                <label key={one.sort} className="flex items-center gap-2">
                  <span className="text-sm font-semibold first-letter:uppercase">{one.words}</span>
                  <select
                    className="field-text w-40"
                    value={by === one.sort ? (is ?? '') : ''}
                    onChange={(event) =>
                      event.target.value === '' ? chooseCrop(slug ?? '') : choose({ by: one.sort, is: event.target.value })
                    }
                  >
                    <option value="">all</option>
                    {one.are.map((name) => (
                      <option key={name} value={name}>
                        {name}
                      </option>
                    ))}
                  </select>
                </label>
              ),
            )}
          </div>
          {!drift && (read.error ? <Failed message={read.error.message} again={() => read.refetch()} /> : <p aria-busy="true" />)}
          {drift && drift.centre === null && (
            <p>
              {plural(drift.batches.length, 'batch', 'batches')} counted here: a chart takes {drift.fewest}.
            </p>
          )}
          {drift && drift.centre !== null && (
            <section aria-label={drift.name}>
              <DriftChart drift={drift} />
              <p className="mb-4 soft">
                {drift.all > drift.most ? `The newest ${drift.most} batches` : 'Each batch'} in the order in which they were
                stuck. The line is their average, the band what chance and the usual spread leave to each, wider for a small one.
                Of batches that are as ever about one in forty lies beyond. A bar below marks eight or more in a row on one side.
              </p>
              <h2>What stands out</h2>
              {drift.signals.length === 0 && <p className="soft">Nothing: it roots as it did.</p>}
              <ul className="max-w-6xl">
                {drift.signals.map((signal) => (
                  <OneSignal key={`${signal.kind}.${signal.codes[0]}`} signal={signal} />
                ))}
              </ul>
              {drift.more > 0 && <p className="soft">And {plural(drift.more, 'more', 'more')} before.</p>}
            </section>
          )}
        </>
      )}
    </>
  )
}
