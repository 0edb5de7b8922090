import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { answer, api, Refusal, type Schemas } from '../api/client'
import { useChoices, useCrop } from '../api/queries'
import { useWrite } from '../api/writes'
import { FitMark } from '../drawings/FitMark'
import { RateDots } from '../drawings/RateDots'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { inHundred, mondayOf, piecesOf, plural, sayDay, sayInHundred, sayWeek } from '../words'
import { ChancePicker } from './ChancePicker'
import { Mishaps } from './Mishaps'
import { TrayOf } from './TrayOf'
import { TwoNumbers } from './TwoNumbers'
import { ZoneChoice } from './ZoneChoice'

type Proposal = Schemas['Proposal']

function Step({ title, children, told }: { title: string; children: React.ReactNode; told?: string }) {
  return (
    <section className="sheet p-4 sm:p-5" aria-label={title}>
      <h2 className="mb-2">{title}</h2>
      {told && (
        <p role="alert" className="refusal mb-2">
          {told}
        </p>
      )}
      {children}
    </section>
  )
}

function WhatItRestsOn({ proposal, way, onWay }: { proposal: Proposal; way: number; onWay: (way: number) => void }) {
  const { data: crop } = useCrop(proposal.wanted.cropSlug)
  const { session } = useShown()
  const { newest } = proposal.rate
  return (
    <Step title="What it rests on">
      {proposal.ways.length > 1 && (
        <div role="radiogroup" aria-label="Way" className="mb-2 flex flex-wrap gap-x-5">
          {proposal.ways.map((one) => (
            <label key={one.id} className="flex min-h-11 cursor-pointer items-center gap-2">
              <input type="radio" className="radio" name="way" checked={one.id === way} onChange={() => onWay(one.id)} />
              {one.name}
              {one.house && <span className="text-sm soft">house way</span>}
            </label>
          ))}
        </div>
      )}
      <p className="mb-1">{proposal.rate.words}</p>
      {newest && (
        <p className="mb-2 text-sm soft">
          Newest in it:{' '}
          <Link className="word" to={`/batches/${newest.code}`}>
            {newest.code}
          </Link>
          , {inHundred(newest.rate)} in 100{newest.soFar ? ' so far' : ''}, stuck {sayDay(newest.stuckOn, session.today)}.
        </p>
      )}
      {crop && <RateDots learnt={proposal.rate} history={crop.history} mark={newest?.code} />}
      <p className="mt-1 text-sm soft">{proposal.potting.words}</p>
    </Step>
  )
}

/** A batch planned from an order: rate, number, days, material, place. */
export function PlanBatch() {
  const { id = '' } = useParams()
  const { session } = useShown()
  const navigate = useNavigate()
  const { data: choices } = useChoices()
  const [search] = useSearchParams()
  const asks = (name: string) => (search.has(name) ? Number(search.get(name)) : undefined)
  const plants = asks('plants')
  const [way, setWay] = useState(asks('way'))
  const [confidence, setConfidence] = useState(0.9)
  const [trayKind, setTrayKind] = useState<number>()
  const [trays, setTrays] = useState(asks('trays'))
  const [cuttings, setCuttings] = useState<number>()
  const [stickOn, setStickOn] = useState(search.get('stickOn') ?? undefined)
  const [collectOn, setCollectOn] = useState(search.get('collectOn') ?? undefined)
  const [block, setBlock] = useState<string>()
  const [zone, setZone] = useState<number>()
  const [inTrayOf, setInTrayOf] = useState<string>()
  const asked = useQuery({
    queryKey: ['proposal', id, plants, way, confidence, trayKind, trays, cuttings, stickOn, collectOn],
    queryFn: () =>
      answer(
        api.POST('/api/wanted/{id}/proposal', {
          params: { path: { id: Number(id) } },
          body: { plants, way, confidence, trayKind, trays, cuttings, stickOn, collectOn },
        }),
      ),
    placeholderData: keepPreviousData,
  })
  const plan = useWrite(
    (body: {
      wanted: number
      plants: number
      way: number
      trayKind: number
      trays: number
      cuttings?: number
      confidence: number
      stickOn: string
      collectOn?: string
      block: string
      alsoBlock?: string
      inTrayOf?: string
      zone: number
    }) => answer(api.POST('/api/batches', { body })),
    (batch) => {
      say(`Planned as ${batch.code}.`)
      navigate(`/batches/${batch.code}`)
    },
  )
  const proposal = asked.data
  if (!proposal)
    return asked.error ? (
      <p role="alert" className="refusal">
        {asked.error.message}
      </p>
    ) : null
  const { wanted, numbers } = proposal
  const goodBlock = block ?? proposal.best.block ?? undefined
  const also = proposal.blocks.find((one) => one.code === goodBlock)?.with?.code
  const host = proposal.trayOpen.find((one) => one.code === inTrayOf)
  const goodZone = host?.zone ?? zone ?? proposal.best.zone ?? undefined
  // What roots elsewhere roots at another pace: the days are those of the zone that is chosen.
  const there = proposal.zones.find((one) => one.id === goodZone)
  const dates = there?.dates ?? proposal.dates
  const timing = there?.timing ?? proposal.timing
  const told = (field: string) => (plan.error instanceof Refusal && plan.error.field === field ? plan.error.message : undefined)
  const elsewhere =
    plan.error &&
    !['block', 'alsoBlock', 'inTrayOf', 'zone', 'stickOn', 'collectOn', 'trays', 'cuttings'].includes(plan.error.field)
      ? plan.error.message
      : undefined
  const numberRefusal = asked.error instanceof Refusal && asked.error.field === 'cuttings' ? asked.error.message : undefined
  const dayRefusal =
    asked.error instanceof Refusal && !numberRefusal ? asked.error.message : (told('stickOn') ?? told('collectOn'))
  return (
    <>
      <h1 className="mb-1">
        {proposal.plants} {wanted.crop} <span className="font-normal soft">in {wanted.pot.name}</span>
      </h1>
      <p className="mb-4 soft">
        {proposal.plants < wanted.plants && `missing of ${wanted.plants}, `}for {wanted.customer ?? 'own target'},{' '}
        {sayWeek(wanted.readyWeek, mondayOf(wanted.readyWeek), session.nursery)}{' '}
        {sayDay(mondayOf(wanted.readyWeek), session.today)}
        {' · '}
        <Link className="word" to={`/wanted/${wanted.id}/routes`}>
          all ways to get there
        </Link>
        {wanted.batches.length > 0 && ` · ${plural(wanted.batches.length, 'batch', 'batches')} planned for it already`}
      </p>
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[repeat(2,minmax(0,1fr))]">
        <WhatItRestsOn
          proposal={proposal}
          way={way ?? proposal.way}
          onWay={(one) => {
            setWay(one)
            setTrayKind(undefined)
            setTrays(undefined)
            setCuttings(undefined)
            setStickOn(undefined)
            setCollectOn(undefined)
          }}
        />
        <Step title="How many to stick" told={numberRefusal ?? told('trays') ?? told('cuttings')}>
          <ChancePicker
            confidence={confidence}
            onPick={(share) => {
              setConfidence(share)
              setTrays(undefined)
              setCuttings(undefined)
            }}
          />
          <TwoNumbers
            numbers={numbers}
            cells={proposal.trayKind.cells}
            trays={proposal.trays}
            chance={proposal.chance}
            stick={proposal.stick}
            pieces={piecesOf(proposal.method)}
            onTrays={(many) => {
              setTrays(many)
              setCuttings(undefined)
            }}
            onCuttings={(many) => {
              setCuttings(many)
              setTrays(undefined)
            }}
            kinds={choices?.trayKinds ?? [proposal.trayKind]}
            kind={proposal.trayKind.id}
            onKind={(kind) => {
              setTrayKind(kind)
              setTrays(undefined)
            }}
          />
          <Mishaps mishaps={proposal.mishaps} />
        </Step>
        <Step title="When" told={dayRefusal}>
          <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
            <label className="grid gap-1 text-sm font-semibold">
              Stick on
              <input
                type="date"
                className="field-text w-44"
                value={stickOn ?? dates.stickOn}
                min={session.today}
                onChange={(event) => event.target.value && setStickOn(event.target.value)}
              />
            </label>
            {proposal.keepsDays > 0 && (
              <label className="grid gap-1 text-sm font-semibold">
                Collect on
                <input
                  type="date"
                  className="field-text w-44"
                  value={collectOn ?? stickOn ?? dates.stickOn}
                  min={session.today}
                  max={stickOn ?? dates.stickOn}
                  onChange={(event) => event.target.value && setCollectOn(event.target.value)}
                />
              </label>
            )}
            <dl className="flex flex-wrap gap-x-6 gap-y-1">
              <div>
                <dt className="text-sm soft">roots show</dt>
                <dd className="font-semibold">
                  {sayDay(dates.rootedFrom, session.today)} to {sayDay(dates.rootedBy, session.today)}
                </dd>
              </div>
              <div>
                <dt className="text-sm soft">wean</dt>
                <dd className="font-semibold">{sayDay(dates.weanOn, session.today)}</dd>
              </div>
              <div>
                <dt className="text-sm soft">pot</dt>
                <dd className="font-semibold">
                  {sayDay(dates.potFrom, session.today)} to {sayDay(dates.potBy, session.today)}
                </dd>
              </div>
              <div>
                <dt className="text-sm soft">ready</dt>
                <dd className="font-semibold">
                  {sayDay(dates.readyFrom, session.today)} to {sayDay(dates.readyBy, session.today)}
                </dd>
              </div>
            </dl>
          </div>
          <p className={`mt-3 ${timing.weeksLate > 0 ? 'text-plum' : ''}`}>
            {timing.words} <span className="soft">Ranges hold eight in ten{there ? `, in ${there.name}` : ''}.</span>
          </p>
          <p className={proposal.window.open ? undefined : 'text-plum'}>{proposal.window.words}</p>
        </Step>
        <Step title="From which stock" told={told('block') ?? told('alsoBlock')}>
          {proposal.blocks.length === 0 && (
            <p>
              No stock block of this crop.{' '}
              <Link className="word" to="/stock">
                Enter one
              </Link>
              .
            </p>
          )}
          <div role="radiogroup" aria-label="Stock block" className="grid gap-1">
            {proposal.blocks.map((one) => (
              <label key={one.code} className="flex min-h-11 cursor-pointer items-center gap-3">
                <input
                  type="radio"
                  className="radio"
                  name="block"
                  checked={goodBlock === one.code}
                  onChange={() => setBlock(one.code)}
                />
                <FitMark fit={one.against.length === 0} />
                <span className="w-14 shrink-0 font-bold">{one.code}</span>
                <span className="min-w-0">
                  <span className={one.enough ? undefined : 'text-plum'}>{one.words}</span>
                  {one.with && (
                    <strong className="block">
                      with {one.with.cuttings} from {one.with.code} there is enough
                    </strong>
                  )}
                  {one.against.map((reason) => (
                    <span key={reason.code} className="block text-sm font-semibold text-plum">
                      {reason.words}
                    </span>
                  ))}
                  <span className="block text-sm soft">
                    {plural(one.plants, 'plant')}, {one.place}
                  </span>
                </span>
              </label>
            ))}
          </div>
        </Step>
      </div>
      <div className="mt-5">
        <Step title="Where it lies" told={told('zone') ?? told('inTrayOf')}>
          <TrayOf open={proposal.trayOpen} chosen={host?.code} onChoose={setInTrayOf} />
          <ZoneChoice
            zones={proposal.zones}
            today={session.today}
            trays={proposal.trays}
            chosen={goodZone}
            onChoose={(one) => {
              setZone(one)
              setInTrayOf(undefined)
            }}
          />
        </Step>
      </div>
      <div className="sticky bottom-14 z-20 mt-5 flex flex-wrap items-center gap-4 border-t-2 py-3 sm:bottom-0 bg-ground border-peat">
        <button
          type="button"
          className="act-main"
          disabled={plan.isPending || asked.isPlaceholderData || goodBlock === undefined || goodZone === undefined}
          onClick={() =>
            plan.mutate({
              wanted: wanted.id,
              plants: proposal.plants,
              way: proposal.way,
              trayKind: proposal.trayKind.id,
              trays: proposal.trays,
              cuttings,
              confidence,
              stickOn: dates.stickOn,
              collectOn,
              block: goodBlock ?? '',
              alsoBlock: also ?? undefined,
              inTrayOf: host?.code,
              zone: goodZone ?? 0,
            })
          }
        >
          Plan {proposal.stick} {piecesOf(proposal.method)}
        </button>
        <span>
          {plural(proposal.trays, 'tray')}, {sayInHundred(proposal.chance)} to have {proposal.plants} good ones
        </span>
        {elsewhere && (
          <span role="alert" className="refusal">
            {elsewhere}
          </span>
        )}
      </div>
    </>
  )
}
