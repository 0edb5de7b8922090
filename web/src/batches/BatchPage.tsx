import { useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import type { Batch, Schemas } from '../api/client'
import { useBatch } from '../api/queries'
import { BatchCourse } from '../course/CourseView'
import { WeaningSteps } from '../course/Weaning'
import { Code } from '../drawings/Code'
import { Against } from '../drawings/FitMark'
import { Troubles } from '../round/Troubles'
import { HistoryLink } from '../shell/HistoryLink'
import { TraceLink } from '../shell/TraceLink'
import { isNotThere, Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { HoldClock } from '../stock/HoldClock'
import { piecesOf, sayDay, sayPpm, sayTrays, sayWay } from '../words'
import { Acts } from './Acts'
import { Checks, Rooting } from './BatchChecks'
import { Lines } from './BatchLines'
import { ChangePlan } from './ChangePlan'
import { HalfOfIt } from './HalfOfIt'
import { Learnt } from './Learnt'
import { OtherWork } from './OtherWork'
import { PrintedTag } from './PrintedTag'
import { UprightTag } from './UprightTag'
import { WorkPanel } from './WorkPanel'

type Work = Schemas['Thing']['job'] | 'other' | 'half' | 'plan-change'

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
  const read = useBatch(code)
  const { data: batch } = read
  const { mayLog, mayPlan, session } = useShown()
  const [asked] = useSearchParams()
  const [open, setOpen] = useState<{ work: Work; line: number } | null>(asked.has('half') ? { work: 'half', line: 1 } : null)
  const [printing, setPrinting] = useState(false)
  if (isNotThere(read.error))
    return (
      <p>
        There is no batch {code}. Press <kbd>/</kbd> to find one.
      </p>
    )
  if (!batch) return <Unread of={read} title={code} />
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
          {batch.recalled && (
            <p className="refusal">Called back: {batch.recalled}. It is counted for no order until that is lifted.</p>
          )}
          <p className="soft">
            {sayWay(batch.method, batch.material)} · {sayTrays(batch.trays, batch.trayKind)}
            {batch.cells > 1 && ` of ${batch.cells}`}
            {batch.trayNumbers && ` (${batch.trayNumbers})`}
            {batch.together > 1 && `, ${batch.together} ${piecesOf(batch.method)} to a plant`} · {batch.zone}
            {batch.movesOn
              .filter((on) => on.from > session.today)
              .map((on) => `, then ${on.zone} from ${sayDay(on.from, session.today)}`)
              .join('')}{' '}
            {batch.untreated && <strong>· left untreated </strong>}· from {batch.sex && <strong>{batch.sex} plants of </strong>}
            <Link className="word" to={`/stock/${batch.block}`}>
              {batch.block}
            </Link>
            {batch.also && (
              <>
                {' '}
                and {batch.also.cuttings} from{' '}
                <Link className="word" to={`/stock/${batch.also.block}`}>
                  {batch.also.block}
                </Link>
              </>
            )}
            {batch.wanted !== null && (
              <>
                {' · '}
                <Link className="word" to={`/wanted?order=${batch.wanted}`}>
                  for {batch.customer ?? 'own target'}, {batch.asks}, {batch.needed} wanted
                </Link>
              </>
            )}
          </p>
          {batch.leftBenchOn === null && (batch.inTrayOf !== null || batch.trayGuests.length > 0) && (
            <p className="soft">
              {batch.inTrayOf !== null ? 'What does not fill a tray stands in the last tray of ' : 'In its last tray stand '}
              {(batch.inTrayOf !== null ? [batch.inTrayOf] : batch.trayGuests).map((other, i) => (
                <span key={other}>
                  {i > 0 && ', '}
                  <Link className="word" to={`/batches/${other}`}>
                    {other}
                  </Link>
                </span>
              ))}
              {batch.inTrayOf === null && ' too'}.
            </p>
          )}
          <Troubles code={code} />
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
            <p className="text-plum">
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
          <BatchCourse batch={batch} today={session.today} />
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
            {mayPlan && !batch.isStuck && (
              <button
                type="button"
                className="act"
                aria-expanded={isOpen('plan-change', 1)}
                onClick={() => toggle('plan-change')}
              >
                {batch.state === 'called_off' ? 'Bring it back' : 'Change the plan'}
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
            <TraceLink kind="batch" of={batch.code} />
            {mayPlan &&
              (batch.isStuck || batch.untreated ? (
                <Link className="act" to={`/results/trials/new?crop=${batch.cropSlug}&batch=${batch.code}`}>
                  Try half of it
                </Link>
              ) : (
                <button type="button" className="act" aria-expanded={isOpen('half', 1)} onClick={() => toggle('half')}>
                  Try half of it
                </button>
              ))}
            <HistoryLink of={batch.code} button />
          </div>
        </div>
      </div>
      {open && (
        <div className="sheet no-print mt-4 p-4 sm:p-5">
          {open.work === 'other' && <OtherWork batch={batch} onDone={close} />}
          {open.work === 'half' && <HalfOfIt batch={batch} onDone={close} />}
          {open.work === 'plan-change' && <ChangePlan batch={batch} onDone={close} />}
          {open.work !== 'other' && open.work !== 'half' && open.work !== 'plan-change' && (
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
          {batch.isStuck && batch.leftBenchOn === null && <WeaningSteps batch={batch} />}
          {batch.isStuck && batch.leftBenchOn === null && <Rooting batch={batch} />}
          <Checks batch={batch} />
          <Acts batch={batch} mayLog={mayLog} />
        </div>
      </div>
    </>
  )
}
