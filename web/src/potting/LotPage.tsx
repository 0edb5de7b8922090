import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import type { Schemas } from '../api/client'
import { useLot } from '../api/queries'
import { useLotAct } from '../api/writes'
import { ActList } from '../batches/Acts'
import { useOpening } from '../forms/Opening'
import { HistoryLink } from '../shell/HistoryLink'
import { say } from '../shell/Said'
import { TraceLink } from '../shell/TraceLink'
import { isNotThere, Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { OUT_OF_TRAY, sayDay } from '../words'
import { HoldForm } from './HoldForm'
import { LotForm } from './LotForm'
import { Orders } from './LotOrders'
import { Lineage, Standing } from './LotOrigin'
import { Steps } from './LotSteps'
import { PotOnForm } from './PotOnForm'

type Lot = Schemas['Lot']

/** What holds them, below their leaves: a pot; the cells of a tray; a band around stems, with their roots below. */
const HOLDS: Record<Lot['leaves'], { body: string; rim: string }> = {
  pot: { body: 'M28 96h144l-22 148H50z', rim: 'M18 96h164v-16H18z' },
  plug: { body: 'M12 96h176l-8 132h-18l-6 16h-18l-6-16h-18l-6 16H90l-6-16H66l-6 16H42l-6-16H20z', rim: 'M8 96h184v-12H8z' },
  bare_root: { body: 'M40 96h120v134l-10 17-14-15-16 15-20-15-20 15-16-15-14 15-10-17z', rim: 'M34 96h132v-8H34z' },
  bundle: { body: 'M40 96h120v134l-10 17-14-15-16 15-20-15-20 15-16-15-14 15-10-17z', rim: 'M30 112h140V92H30z' },
}

/** The pot, or what it leaves in or as, large, with how many there are. */
function UprightPot({ lot }: { lot: Lot }) {
  return (
    <svg
      viewBox="0 0 200 250"
      className="no-print mx-auto w-24 shrink-0 self-start sm:row-span-2 sm:w-44"
      role="img"
      aria-label={`${lot.crop}, ${lot.potted + lot.grown} in lot ${lot.code}`}
    >
      <path
        d="M100 96V36M100 66q-44-26-62 8q40 18 62-8M100 52q44-26 62 8q-40 18-62-8"
        fill="var(--leaf-wash)"
        stroke="var(--leaf)"
        strokeWidth="4"
        strokeLinejoin="round"
      />
      <path d={HOLDS[lot.leaves].body} fill="var(--paper)" stroke="var(--peat)" strokeWidth="3.5" strokeLinejoin="round" />
      <path d={HOLDS[lot.leaves].rim} fill="var(--cream)" stroke="var(--peat)" strokeWidth="3.500" strokeLinejoin="round" />
      <text x="100" y="160" textAnchor="middle" fontSize="44" fontWeight="750" fill="var(--peat)">
        {lot.potted + lot.grown}
      </text>
      <text x="100" y="192" textAnchor="middle" fontSize="25" fontWeight="700" letterSpacing="1.5" fill="var(--peat)">
        {lot.code}
      </text>
      <text x="100" y="218" textAnchor="middle" fontSize="17" fill="var(--soft)">
        {lot.grown > 0 ? `${lot.grown} ready` : lot.pot}
      </text>
    </svg>
  )
}

/** A form below the lot's name: as wide as a phone is, beside the drawn pot where there is room. */
const FORM = 'sheet col-span-2 p-4 sm:col-span-1 sm:col-start-2'

/** One lot: its pots, its days until ready, where its plants come from and where they go. */
export function LotPage() {
  const { code = '' } = useParams()
  // Another lot begins anew: what was opened or typed for one is not meant for the next.
  return <LotShown key={code} code={code} />
}

function LotShown({ code }: { code: string }) {
  const read = useLot(code)
  const { data: lot } = read
  const { session, mayLog, mayPlan } = useShown()
  const opening = useOpening<'grow' | 'lose' | 'pot-on' | 'hold'>()
  const [into, setInto] = useState<{ pot: number; count: number } | undefined>()
  const navigate = useNavigate()
  const undo = useLotAct(code, 'undo', (back) => {
    say('Undone: the book is as it was before.')
    if (back.code !== code) navigate(`/potting/lots/${back.code}`)
  })
  if (isNotThere(read.error))
    return (
      <p>
        There is no lot {code}, or nothing of it is left here.{' '}
        <Link className="word" to="/potting/lots">
          All lots
        </Link>
      </p>
    )
  if (!lot) return <Unread of={read} title={`Lot ${code}`} />
  // What is lifted stands on no bench, and grows on nowhere.
  const stands = lot.leaves === 'pot' || lot.leaves === 'plug'
  return (
    <div className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-6 sm:gap-x-8">
      <UprightPot lot={lot} />
      <div className="min-w-0">
        <h1>{lot.crop}</h1>
        {lot.recalled && <p className="refusal">Called back: {lot.recalled}. It is sent nowhere until that is lifted.</p>}
        <p className="soft">
          {lot.pot} {lot.mix !== '' && `· ${lot.mix} `}· {OUT_OF_TRAY[lot.leaves].done.toLowerCase()} {lot.from && <>on </>}
          {sayDay(lot.pottedOn, session.today)}, ready about {sayDay(lot.readyOn, session.today)}
          {lot.lost > 0 && ` · ${lot.lost} lost since`}
          {lot.sent > 0 && ` · ${lot.sent} sent`}
          {lot.from && (
            <>
              {' · from lot '}
              <Link className="word" to={`/potting/lots/${lot.from}`}>
                {lot.from}
              </Link>
            </>
          )}
        </p>
        {lot.heldUntil && (
          <p>
            <strong>Held back until {sayDay(lot.heldUntil, session.today)}</strong>
            {lot.heldWhy && `: ${lot.heldWhy}`}. It keeps its place and comes to no order.
          </p>
        )}
        {mayLog && (
          <div className="mt-3 flex flex-wrap gap-2">
            {lot.potted > 0 && (
              <button
                type="button"
                className="act-main"
                aria-expanded={opening.is('grow')}
                onClick={() => opening.toggle('grow')}
              >
                Ready
              </button>
            )}
            {lot.potted + lot.grown > 0 && (
              <button type="button" className="act" aria-expanded={opening.is('lose')} onClick={() => opening.toggle('lose')}>
                Losses
              </button>
            )}
            {lot.potted > 0 && lot.bigger.length > 0 && (
              <button
                type="button"
                className="act"
                aria-expanded={opening.is('pot-on')}
                onClick={() => {
                  setInto(undefined)
                  opening.toggle('pot-on')
                }}
              >
                Pot on
              </button>
            )}
            {mayPlan && (
              <button type="button" className="act" aria-expanded={opening.is('hold')} onClick={() => opening.toggle('hold')}>
                Hold back
              </button>
            )}
            <Link className="act" to={`/mixing/labels?batches=${lot.batches.join(',')}`}>
              Labels
            </Link>
            <TraceLink kind="lot" of={lot.code} />
            <HistoryLink of={lot.code} what="lot" button />
          </div>
        )}
      </div>
      {opening.is('grow') && (
        <div className={FORM}>
          <LotForm lot={lot} act="grow" most={lot.potted} onDone={opening.close} />
        </div>
      )}
      {opening.is('hold') && (
        <div className={FORM}>
          <HoldForm lot={lot} onDone={opening.close} />
        </div>
      )}
      {opening.is('pot-on') && (
        <div className={FORM}>
          <PotOnForm key={`${into?.pot}.${into?.count}`} lot={lot} into={into} />
        </div>
      )}
      {opening.is('lose') && (
        <div className={FORM}>
          <LotForm lot={lot} act="lose" most={lot.potted + lot.grown} onDone={opening.close} />
        </div>
      )}
      <div className={`col-span-2 grid gap-x-10 gap-y-8 ${stands ? 'lg:grid-cols-2' : 'max-w-3xl'}`}>
        {stands && (
          <div className="grid min-w-0 content-start gap-8">
            {lot.leaves === 'pot' && <Steps lot={lot} />}
            <Standing key={lot.version} lot={lot} />
          </div>
        )}
        <div className="grid min-w-0 content-start gap-8">
          <Orders
            lot={lot}
            onPotOn={(pot, count) => {
              setInto({ pot, count })
              opening.show('pot-on')
            }}
          />
          <Lineage lot={lot} />
          <ActList acts={lot.acts} mayUndo={(act) => mayLog && ['lose', 'move_on', 'split'].includes(act.kind)} undo={undo} />
        </div>
      </div>
    </div>
  )
}
