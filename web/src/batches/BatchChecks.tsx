import { Link } from 'react-router'
import type { Batch } from '../api/client'
import { useRootCurve } from '../api/queries'
import { StageGlyph } from '../drawings/Glyph'
import { RootCurve } from '../drawings/RootCurve'
import { TakeOut } from '../forms/TakeOut'
import { useShown } from '../shell/week'
import { inHundred, plural, QUALITY_WORDS, STAGE_WORDS, sayDay } from '../words'

/** What was lifted, and how far its roots were. */
export function Checks({ batch }: { batch: Batch }) {
  const { session, mayLog } = useShown()
  if (batch.checks.length === 0) return null
  return (
    <section className="min-w-0">
      <h2 className="mb-2">Checks</h2>
      <ol className="grid gap-3">
        {batch.checks.map((check) => (
          <li key={check.id}>
            <div className="text-sm soft">
              {sayDay(check.on, session.today)}, {check.by}
              {check.line > 1 && `, line ${check.line}`}, out of {plural(check.trays, 'tray')}
              {check.depthMm !== null && ` · roots ${check.depthMm} mm deep`}
              {check.quality && `, ${QUALITY_WORDS[check.quality]}`}
              {check.note && ` · ${check.note}`}
              {mayLog && (
                <>
                  {' · '}
                  <TakeOut
                    record="check"
                    id={check.id}
                    name={`The check of ${sayDay(check.on, session.today)}`}
                    history={false}
                  />
                </>
              )}
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
            <p className={`font-semibold ${check.verdict === 'ready' ? 'text-leaf' : ''}`}>{check.words}</p>
          </li>
        ))}
      </ol>
    </section>
  )
}

/** How far it is by what was lifted, and whether to wait for what is not. */
export function Rooting({ batch }: { batch: Batch }) {
  const { session } = useShown()
  const { data: curve } = useRootCurve(batch.code)
  if (!curve) return null
  const green = batch.lines.filter((line) => (line.standing.stuck ?? 0) > 0)
  return (
    <section className="min-w-0">
      <h2 className="mb-1">Roots, by what was lifted</h2>
      <p>
        About <strong>{inHundred(curve.now.rooted)}</strong> in 100 have roots by now
        {curve.now.dead > 0.005 && `, ${inHundred(curve.now.dead)} are dead`}; <strong>{inHundred(curve.finalRate)}</strong> root
        in the end, between {inHundred(curve.finalLow)} and {inHundred(curve.finalHigh)}.
        {curve.readyOn && (
          <>
            {' '}
            {inHundred(curve.readyShare)} in 100 of those by {sayDay(curve.readyOn, session.today)}
            {curve.readyFrom &&
              curve.readyBy &&
              `, between ${sayDay(curve.readyFrom, session.today)} and ${sayDay(curve.readyBy, session.today)}`}
            ; {inHundred(curve.now.ready)} in 100 that they have by now.
          </>
        )}
      </p>
      <RootCurve curve={curve} />
      {curve.warmth && <p className="mt-1 max-w-2xl text-plum">{curve.warmth}</p>}
      {green.map((line) => (
        <Link key={line.number} className="act mt-2 mr-2" to={`/batches/${batch.code}/wait?line=${line.number}`}>
          Wait or clear{batch.lines.length > 1 ? `, line ${line.number}` : ''}
        </Link>
      ))}
    </section>
  )
}
