import { useState } from 'react'
import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useDraft, useFirstSteps } from '../api/queries'
import { useBack, useSeenWrite } from '../api/writes'
import { BatchRooms } from '../batches/BatchRooms'
import { Sideways } from '../drawings/Sideways'
import { Savable } from '../shell/AsTable'
import { Missing } from '../shell/FirstSteps'
import { LongWork } from '../shell/LongWork'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { inHundred, mondayOf, plural, sayDay, sayInHundred, sayWeek } from '../words'

type Drafted = Schemas['Drafted']

const keyOf = (one: Drafted) => one.orders.map(({ id }) => id).join(' ')

function Row({ one, chosen, onChoose }: { one: Drafted; chosen?: boolean; onChoose?: () => void }) {
  const { session } = useShown()
  const first = one.orders[0]
  const whole = `${one.plants} ${one.crop}, ${sayWeek(one.readyWeek, mondayOf(one.readyWeek), session.nursery)}`
  const name = one.parts > 1 ? `${whole}, batch ${one.part} of ${one.parts}` : whole
  return (
    <tr className="border-t align-top border-stone-wash">
      <td className="py-1.5 pr-3">
        {onChoose && (
          <input
            type="checkbox"
            className="checkbox"
            aria-label={name}
            checked={chosen}
            onChange={onChoose}
            disabled={!one.batch}
          />
        )}
      </td>
      <td className="py-1.5 pr-4 whitespace-nowrap">
        {sayWeek(one.readyWeek, mondayOf(one.readyWeek), session.nursery)}
        <span className="block text-sm soft">{sayDay(mondayOf(one.readyWeek), session.today)}</span>
      </td>
      <td className="py-1.5 pr-4">
        <Link className="word font-semibold" to={`/crops/${one.cropSlug}`}>
          {one.crop}
        </Link>
        <span className="block text-sm soft">
          {one.orders.map((order) => `${order.plants} for ${order.customer ?? 'ourselves'}`).join(', ')}
        </span>
        {one.parts > 1 && (
          <span className="block text-sm">
            batch {one.part} of {one.parts}: it must be there, and one batch alone fails too often
          </span>
        )}
        {one.saved !== null && one.saved > 0 && (
          <span className="block text-sm text-leaf">planned together they share their insurance: {one.saved} fewer to stick</span>
        )}
        {one.saved === 0 && <span className="block text-sm soft">planned together; whole trays leave nothing to save</span>}
      </td>
      {one.batch ? (
        <>
          <td className="py-1.5 pr-4 whitespace-nowrap">
            {sayDay(one.batch.dates.stickOn, session.today)}
            {one.batch.collectOn && (
              <span className="block text-sm soft">collected {sayDay(one.batch.collectOn, session.today)}</span>
            )}
            <span className="block text-sm soft">
              ready {sayDay(one.batch.dates.readyFrom, session.today)} to {sayDay(one.batch.dates.readyBy, session.today)}
            </span>
            {one.batch.heldDays > 0 && (
              <span className="block text-sm soft">
                potted {sayDay(one.batch.dates.potOn, session.today)}, {plural(one.batch.heldDays, 'day')} later, when there are
                hands
              </span>
            )}
          </td>
          <td className="py-1.5 pr-4">
            {one.batch.stick} in {plural(one.batch.trays, 'tray')}
            <span className="block text-sm soft">{one.batch.way}</span>
          </td>
          <td className="py-1.5 pr-4 whitespace-nowrap">
            {one.batch.block} → {one.batch.zone}
            {one.batch.also && (
              <span className="block text-sm soft">
                {one.batch.also.cuttings} of them from {one.batch.also.block}
              </span>
            )}
            {one.batch.onceWeaned && <span className="block text-sm soft">once weaned, {one.batch.onceWeaned}</span>}
          </td>
          <td className="py-1.5 text-right whitespace-nowrap">{one.batch.chance !== null && sayInHundred(one.batch.chance)}</td>
          <td className="py-1.5 pl-4 text-right whitespace-nowrap">
            {one.batch.costEach !== null && `${session.nursery?.currency ?? ''}${one.batch.costEach.toFixed(2)}`}
            {one.batch.breakEven !== null && (
              <span className={`block text-sm ${(one.batch.rate ?? 1) < one.batch.breakEven ? 'text-plum' : 'soft'}`}>
                raise it above {inHundred(one.batch.breakEven)} in 100
              </span>
            )}
          </td>
        </>
      ) : (
        <td className="py-1.5 pr-4" colSpan={5}>
          <span className="refusal">{one.refusal}</span>
          {one.nearest && <span className="block text-sm">{one.nearest}</span>}
          {first && (
            <Link className="word text-sm" to={`/wanted/${first.id}/routes`} aria-label={`Ways to get there for ${name}`}>
              All ways to get there
            </Link>
          )}
        </td>
      )}
    </tr>
  )
}

/** A draft of the season: batches for all orders that have none, or for everything that is not stuck. */
export function Draft() {
  const { mayPlan } = useShown()
  const [anew, setAnew] = useState(false)
  const [without, setWithout] = useState<ReadonlySet<string>>(new Set())
  const { data, error } = useDraft(anew)
  const back = useBack((changed) => say(`${plural(changed, 'batch', 'batches')} put back.`))
  const keep = useSeenWrite(
    (orders: number[]) =>
      answer(api.POST('/api/plan/draft/keep', { body: { ...(anew ? { anew } : { orders }), seen: data?.seen ?? '' } })),
    (kept) =>
      say(`${plural(kept.batches.length, 'batch', 'batches')} planned.`, () =>
        back.mutateAsync({ id: kept.version, batches: anew ? undefined : kept.batches }),
      ),
  )
  const drafts = data?.drafts ?? []
  const { data: first } = useFirstSteps(data?.drafts.length === 0)
  const isWanted = first?.steps.find(({ step }) => step === 'orders')?.isDone ?? true
  const good = drafts.filter((one) => one.batch !== null)
  const chosen = good.filter((one) => !without.has(keyOf(one)))
  const toggle = (key: string) =>
    setWithout(new Set(without.has(key) ? [...without].filter((one) => one !== key) : [...without, key]))
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Draft of the season</h1>
        <BatchRooms />
      </div>
      <div role="radiogroup" aria-label="For" className="mb-2 flex flex-wrap gap-x-5">
        {[false, true].map((one) => (
          <label key={String(one)} className="flex min-h-11 cursor-pointer items-center gap-2">
            <input type="radio" className="radio" name="anew" checked={anew === one} onChange={() => setAnew(one)} />
            {one ? 'everything that is not stuck yet, anew' : 'orders that have no batch'}
          </label>
        ))}
      </div>
      <p className="mb-3 soft">
        For each order the way that costs least and gives the chance that the house asks, stuck as late as its window, its
        material and a bench allow; the nearest weeks first. Nothing is planned until you say so.
        {anew && ' What is planned now and not stuck is taken back; a version of it is kept.'}
      </p>
      {error && (
        <p role="alert" className="refusal">
          {error.message}
        </p>
      )}
      {!data && !error && <LongWork words="The season is drafted…" />}
      {data && drafts.length === 0 && (
        <>
          <Missing before="plan" />
          <p>{isWanted ? 'Every order has a batch.' : 'Nothing is wanted yet.'}</p>
        </>
      )}
      {drafts.length > 0 && (
        <Savable name="draft">
          <Sideways of="The draft">
            <table className="w-full min-w-[52rem] text-left">
              <thead>
                <tr className="text-sm soft">
                  <td />
                  {['wanted', 'crop', 'stick on', 'how many', 'from, onto'].map((word) => (
                    <th key={word} className="py-1 pr-4 font-semibold">
                      {word}
                    </th>
                  ))}
                  <th className="py-1 text-right font-semibold">chance</th>
                  <th className="py-1 pl-4 text-right font-semibold">a good plant</th>
                </tr>
              </thead>
              <tbody>
                {drafts.map((one) => (
                  <Row
                    key={`${keyOf(one)} ${one.part}`}
                    one={one}
                    chosen={one.batch !== null && !without.has(keyOf(one))}
                    onChoose={anew ? undefined : () => toggle(keyOf(one))}
                  />
                ))}
              </tbody>
            </table>
          </Sideways>
        </Savable>
      )}
      {mayPlan && good.length > 0 && (
        <div className="sticky bottom-14 z-20 mt-4 flex flex-wrap items-center gap-4 border-t-2 py-3 sm:bottom-0 bg-ground border-peat">
          <button
            type="button"
            className="act-main"
            disabled={keep.isPending || (!anew && chosen.length === 0)}
            onClick={() => keep.mutate([...new Set(chosen.flatMap((one) => one.orders.map(({ id }) => id)))])}
          >
            Plan {plural(anew ? good.length : chosen.length, 'batch', 'batches')}
          </button>
          {drafts.length > good.length && (
            <span>
              {drafts.length - good.length} of {drafts.length} found no way.
            </span>
          )}
          {keep.isPending && <LongWork words="The batches are planned…" />}
          {keep.error && (
            <span role="alert" className="refusal">
              {keep.error.message}
            </span>
          )}
        </div>
      )}
    </>
  )
}
