import { useState } from 'react'
import { Link, useParams } from 'react-router'
import type { Batch, Schemas } from '../api/client'
import { useBatch, useCrop, useRootCurve } from '../api/queries'
import { Code } from '../drawings/Code'
import { Against } from '../drawings/FitMark'
import { StageGlyph, StateGlyph } from '../drawings/Glyph'
import { RateDots } from '../drawings/RateDots'
import { RootCurve } from '../drawings/RootCurve'
import { Sideways } from '../drawings/Sideways'
import { useShown } from '../shell/week'
import { HoldClock } from '../stock/HoldClock'
import {
  BOOK_WORDS,
  CAUSE_WORDS,
  inHundred,
  plural,
  QUALITY_WORDS,
  STAGE_WORDS,
  STATE_WORDS,
  sayDay,
  sayPpm,
  sayWay,
} from '../words'
import { Acts } from './Acts'
import { BatchDays } from './BatchDays'
import { ChangePlan } from './ChangePlan'
import { OtherWork } from './OtherWork'
import { PrintedTag } from './PrintedTag'
import { WorkPanel } from './WorkPanel'

type Work = Schemas['Thing']['job'] | 'other' | 'plan-change'

/** The batch's label as it stands in the tray, upright and large. */
function UprightTag({ batch }: { batch: Batch }) {
  return (
    <svg
      viewBox="0 0 220 330"
      className="no-print mx-auto w-24 shrink-0 self-start sm:w-52"
      role="img"
      aria-label={`${batch.crop}, ${batch.count}, ${batch.code}`}
    >
      <path
        d="M4 3h212v236l-106 86l-106-86z"
        fill="var(--paper)"
        stroke="var(--peat)"
        strokeWidth="2.500"
        strokeLinejoin="round"
        strokeDasharray={batch.state === 'planned' ? '9 7' : undefined}
      />
      <svg x="62" y="12" width="96" height="108" viewBox="0 0 96 108" aria-hidden="true">
        <StateGlyph state={batch.state} stage={batch.stage} size={96} />
      </svg>
      <text x="110" y="158" textAnchor="middle" fontSize="42" fontWeight="750" fill="var(--peat)">
        {batch.count}
      </text>
      <text x="110" y="190" textAnchor="middle" fontSize="27" fontWeight="700" letterSpacing="1.500" fill="var(--peat)">
        {batch.code}
      </text>
      <text x="110" y="214" textAnchor="middle" fontSize="17" fill="var(--soft)">
        {STATE_WORDS[batch.state]}
      </text>
      <path d="M-10 292q60-9 120 0t120 0v60h-240z" fill="var(--heat)" opacity="0.35" />
    </svg>
  )
}

function Lines({ batch }: { batch: Batch }) {
  const states = Object.keys(BOOK_WORDS) as (keyof typeof BOOK_WORDS)[]
  const used = states.filter((state) => batch.lines.some((line) => (line.standing[state] ?? 0) > 0))
  const sum = (state: keyof typeof BOOK_WORDS) => batch.lines.reduce((total, line) => total + (line.standing[state] ?? 0), 0)
  const all = used.reduce((total, state) => total + sum(state), 0)
  return (
    <section className="min-w-0">
      <h2 className="mb-2">The count book</h2>
      <Sideways of="What stands on each line">
        <table className="text-right">
          <thead>
            <tr className="text-sm soft">
              <th className="pr-6 text-left">line</th>
              {used.map((state) => (
                <th key={state} className="px-3 font-semibold">
                  {BOOK_WORDS[state]}
                </th>
              ))}
              <th className="pl-4 font-semibold">all</th>
            </tr>
          </thead>
          <tbody>
            {batch.lines.map((line) => (
              <tr key={line.number} className="border-t" style={{ borderColor: 'var(--stone-wash)' }}>
                <th className="py-1.5 pr-6 text-left font-normal">
                  <strong>{line.number}</strong> <span className="text-sm soft">{line.note}</span>
                  {line.lot && (
                    <Link className="word ml-2 text-sm" to={`/potting/lots/${line.lot}`}>
                      lot {line.lot}
                    </Link>
                  )}
                </th>
                {used.map((state) => (
                  <td key={state} className="px-3 text-lg font-semibold">
                    {line.standing[state] ?? '·'}
                  </td>
                ))}
                <td className="pl-4 text-lg">{used.reduce((total, state) => total + (line.standing[state] ?? 0), 0)}</td>
              </tr>
            ))}
          </tbody>
          {batch.lines.length > 1 && (
            <tfoot>
              <tr className="border-t-2" style={{ borderColor: 'var(--peat)' }}>
                <th className="py-1.5 pr-6 text-left">all lines</th>
                {used.map((state) => (
                  <td key={state} className="px-3 text-lg font-bold">
                    {sum(state)}
                  </td>
                ))}
                <td className="pl-4 text-lg font-bold">{all}</td>
              </tr>
            </tfoot>
          )}
        </table>
      </Sideways>
      {Object.keys(batch.lost).length > 0 && (
        <p className="mt-2 text-sm soft">
          Lost:{' '}
          {Object.entries(batch.lost)
            .map(([cause, count]) => `${count} ${CAUSE_WORDS[cause as keyof typeof CAUSE_WORDS]}`)
            .join(', ')}
        </p>
      )}
    </section>
  )
}

function Checks({ batch }: { batch: Batch }) {
  const { session } = useShown()
  if (batch.checks.length === 0) return null
  return (
    <section className="min-w-0">
      <h2 className="mb-2">Checks</h2>
      <ol className="grid gap-3">
        {batch.checks.map((check) => (
          <li key={check.id}>
            <div className="text-sm soft">
              {sayDay(check.on, session.today)}, {check.by}
              {check.line > 1 && `, line ${check.line}`}
              {check.depthMm !== null && ` · roots ${check.depthMm} mm deep`}
              {check.quality && `, ${QUALITY_WORDS[check.quality]}`}
              {check.note && ` · ${check.note}`}
            </div>
            <div className="flex flex-wrap items-end gap-x-3">
              {Object.entries(check.stages)
                .filter(([, count]) => count > 0)
                .map(([stage, count]) => (
                  <span key={stage} className="flex items-end gap-1" title={STAGE_WORDS[stage as keyof typeof STAGE_WORDS]}>
                    <StageGlyph stage={stage as keyof typeof STAGE_WORDS} size={28} />
                    <strong>{count}</strong>
                  </span>
                ))}
            </div>
            <p className="font-semibold" style={{ color: check.verdict === 'ready' ? 'var(--leaf)' : undefined }}>
              {check.words}
            </p>
          </li>
        ))}
      </ol>
    </section>
  )
}

/** How far it is by what was lifted, and whether to wait for what is not. */
function Rooting({ batch }: { batch: Batch }) {
  const { session } = useShown()
  const { data: curve } = useRootCurve(batch.code)
  if (!curve) return null
  const green = batch.lines.filter((line) => (line.standing.stuck ?? 0) > 0)
  return (
    <section className="min-w-0">
      <h2 className="mb-1">Roots, by what was lifted</h2>
      <p>
        About <strong>{inHundred(curve.now.share)}</strong> in 100 by now, between {inHundred(curve.now.low)} and{' '}
        {inHundred(curve.now.high)}; <strong>{inHundred(curve.finalRate)}</strong> in the end.
        {curve.readyOn && (
          <>
            {' '}
            {inHundred(curve.readyShare)} in 100 of those by {sayDay(curve.readyOn, session.today)}
            {curve.readyFrom &&
              curve.readyBy &&
              `, between ${sayDay(curve.readyFrom, session.today)} and ${sayDay(curve.readyBy, session.today)}`}
            .
          </>
        )}
      </p>
      <RootCurve curve={curve} />
      {green.map((line) => (
        <Link key={line.number} className="act mt-2 mr-2" to={`/batches/${batch.code}/wait?line=${line.number}`}>
          Wait or clear{batch.lines.length > 1 ? `, line ${line.number}` : ''}
        </Link>
      ))}
    </section>
  )
}

function Learnt({ batch }: { batch: Batch }) {
  const { data: crop } = useCrop(batch.cropSlug)
  if (!crop) return null
  const holds = crop.history.find((one) => one.code === batch.code)
  return (
    <section className="min-w-0">
      <h2 className="mb-1">
        What{' '}
        <Link className="word" to={`/crops/${batch.cropSlug}`}>
          {batch.crop}
        </Link>{' '}
        does
      </h2>
      <p>{crop.learnt.words}</p>
      <RateDots learnt={crop.learnt} history={crop.history} mark={batch.code} />
      {holds ? (
        <p className="text-sm">
          This batch is in it: {holds.rooted} of {holds.stuck}
          {holds.soFar
            ? ` so far, ${plural(
                batch.lines.reduce((sum, line) => sum + (line.standing.stuck ?? 0), 0),
                'plant',
              )} still out`
            : ''}{' '}
          ({inHundred(holds.rate)} in 100). The next plan uses it.
        </p>
      ) : (
        batch.restedOn && (
          <p className="text-sm soft">
            Planned on: {batch.restedOn} By {batch.plannedBy}, {sayDay(batch.plannedAt)}.
          </p>
        )
      )}
    </section>
  )
}

function worksOf(batch: Batch): { work: Work; line: number; words: string; main: boolean }[] {
  if (batch.state === 'called_off') return []
  if (!batch.isStuck) return [{ work: 'stick', line: 1, words: 'Stick', main: true }]
  const many = batch.lines.length > 1
  return batch.lines.flatMap((line) => {
    const there = (line.standing.stuck ?? 0) + (line.standing.rooted ?? 0)
    if (there === 0) return []
    const of = many ? ` line ${line.number}` : ''
    return [
      { work: 'check' as const, line: line.number, words: `Check${of}`, main: false },
      { work: 'pot' as const, line: line.number, words: `Count and pot up${of}`, main: true },
    ]
  })
}

/** One batch: its label, its days, its book, its checks, what its crop has learnt. */
export function BatchPage() {
  const { code = '' } = useParams()
  const { data: batch, error } = useBatch(code)
  const { mayLog, mayPlan, session } = useShown()
  const [open, setOpen] = useState<{ work: Work; line: number } | null>(null)
  const [printing, setPrinting] = useState(false)
  if (error)
    return (
      <p>
        There is no batch {code}. Press <kbd>/</kbd> to find one.
      </p>
    )
  if (!batch) return null
  const isOpen = (work: Work, line: number) => open?.work === work && open.line === line
  const toggle = (work: Work, line = 1) => setOpen(isOpen(work, line) ? null : { work, line })
  // A form that is done closes itself, not one that was opened meanwhile.
  const closing = open
  const close = () => setOpen((now) => (now === closing ? null : now))
  return (
    <>
      <div className="no-print grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-4 sm:gap-x-8">
        <UprightTag batch={batch} />
        <div className="min-w-0">
          <h1>{batch.crop}</h1>
          <p className="soft">
            {sayWay(batch.method, batch.material)} · {plural(batch.trays, 'tray')} of {batch.cells}
            {batch.trayNumbers && ` (${batch.trayNumbers})`} · {batch.zone}
            {batch.movesOn
              .filter((on) => on.from > session.today)
              .map((on) => `, then ${on.zone} from ${sayDay(on.from, session.today)}`)
              .join('')}{' '}
            · from{' '}
            <Link className="word" to={`/stock/${batch.block}`}>
              {batch.block}
            </Link>
            {batch.wanted !== null && (
              <>
                {' · '}
                <Link className="word" to={`/wanted?order=${batch.wanted}`}>
                  for {batch.customer ?? 'own target'}, {batch.needed} wanted
                </Link>
              </>
            )}
          </p>
          {batch.isStuck && (
            <p className="soft">
              {batch.mix}
              {batch.hormone ? `, ${batch.hormone}` : ', no hormone'}
              {batch.people.length > 0 && ` · stuck by ${batch.people.map((person) => person.name).join(', ')}`}
            </p>
          )}
          {batch.dips.map((dip) => (
            <p key={dip.id} className="text-sm soft">
              Dip made {sayDay(dip.madeAt.slice(0, 10), session.today)} by {dip.by}: {dip.stock}, {sayPpm(dip.ppm)}.
            </p>
          ))}
          {batch.asPlanned && (
            <p className="text-sm soft">
              Planned: {batch.asPlanned.cuttings} stuck on {sayDay(batch.asPlanned.stickOn, session.today)}, potted{' '}
              {sayDay(batch.asPlanned.potOn, session.today)}, ready {sayDay(batch.asPlanned.readyOn, session.today)}. As it is:{' '}
              {batch.stuck} on {sayDay(batch.stickOn, session.today)}, {batch.leftBenchOn ? 'potted' : 'to be potted'}{' '}
              {sayDay(batch.leftBenchOn ?? batch.potOn, session.today)}, ready {sayDay(batch.readyOn, session.today)}.
            </p>
          )}
          {batch.despite && (
            <p style={{ color: 'var(--plum)' }}>
              Stuck although {batch.block} was not fit: {batch.despite}
            </p>
          )}
          {batch.isStuck && (
            <p className="text-sm soft">
              Under version {batch.sheet.number} of the sheet “{batch.sheet.way}”
              {batch.sheet.newest > batch.sheet.number && `; the newest is ${batch.sheet.newest}`}.
            </p>
          )}
          {batch.against.length > 0 && (
            <div className="mt-2">
              <Link className="word font-semibold" to={`/stock/${batch.block}`}>
                Block {batch.block} is not fit to take from:
              </Link>
              <Against reasons={batch.against} />
            </div>
          )}
          {batch.collection && batch.isStuck && (
            <details className="text-sm">
              <summary className="min-h-8 cursor-pointer soft">
                Cut {sayDay(batch.collection.startedAt.slice(0, 10), session.today)} at {batch.collection.startedAt.slice(11, 16)}{' '}
                by {batch.collection.by}: from which plants
              </summary>
              {batch.collection.from.map((row) => (
                <p key={row}>{row}</p>
              ))}
            </details>
          )}
          {batch.collection && !batch.isStuck && (
            <div className="mt-2">
              <HoldClock key={batch.collection.startedAt} clock={batch.collection} code={batch.code} />
            </div>
          )}
          <BatchDays batch={batch} today={session.today} />
          <div className="mt-3 flex flex-wrap gap-2">
            {mayLog &&
              worksOf(batch).map(({ work, line, words, main }) => (
                <button
                  key={words}
                  type="button"
                  className={main ? 'act-main' : 'act'}
                  aria-expanded={isOpen(work, line)}
                  onClick={() => toggle(work, line)}
                >
                  {words}
                </button>
              ))}
            {mayLog && batch.isStuck && batch.count > 0 && (
              <button type="button" className="act" aria-expanded={isOpen('other', 1)} onClick={() => toggle('other')}>
                More
              </button>
            )}
            {mayPlan && !batch.isStuck && batch.state !== 'called_off' && (
              <button
                type="button"
                className="act"
                aria-expanded={isOpen('plan-change', 1)}
                onClick={() => toggle('plan-change')}
              >
                Change the plan
              </button>
            )}
            {!batch.isStuck && batch.state !== 'called_off' && (
              <Link className="act" to={`/stock/take?batches=${batch.code}`}>
                Take sheet
              </Link>
            )}
            <button type="button" className="act" aria-expanded={printing} onClick={() => setPrinting(!printing)}>
              Tag
            </button>
            <Link className="act" to={`/mixing/labels?batches=${batch.code}`}>
              Labels
            </Link>
          </div>
        </div>
      </div>
      {open && (
        <div className="sheet no-print mt-4 p-4 sm:p-5">
          {open.work === 'other' && <OtherWork batch={batch} onDone={close} />}
          {open.work === 'plan-change' && <ChangePlan batch={batch} onDone={close} />}
          {open.work !== 'other' && open.work !== 'plan-change' && (
            <WorkPanel code={batch.code} work={open.work} line={open.line} onDone={close} />
          )}
        </div>
      )}
      {printing && <PrintedTag batch={batch} code={<Code text={batch.code} size={92} />} />}
      <div className="no-print mt-6 grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[repeat(2,minmax(0,1fr))]">
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-8">
          {batch.isStuck && <Lines batch={batch} />}
          <Learnt batch={batch} />
        </div>
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-8">
          {batch.isStuck && batch.leftBenchOn === null && <Rooting batch={batch} />}
          <Checks batch={batch} />
          <Acts batch={batch} mayLog={mayLog} />
        </div>
      </div>
    </>
  )
}
