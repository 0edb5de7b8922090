import { Link, useParams } from 'react-router'
import { useCrop } from '../api/queries'
import { Drops } from '../drawings/Glyph'
import { RateDots } from '../drawings/RateDots'
import { Sideways } from '../drawings/Sideways'
import { useShown } from '../shell/week'
import { CAUSE_WORDS, inHundred, sayDay, sayHeat, sayWay } from '../words'

/** One crop: what it does, from which batches, and its sheet. */
export function CropPage() {
  const { slug = '' } = useParams()
  const { data: crop, error } = useCrop(slug)
  const { session } = useShown()
  if (error)
    return (
      <p>
        There is no such crop. See{' '}
        <Link className="word" to="/crops">
          all crops
        </Link>
        .
      </p>
    )
  if (!crop) return null
  const [rootFrom, rootTo] = crop.daysToRoot
  const [heatLow = 0, heatHigh = 0] = crop.heat
  const sheet: [string, React.ReactNode][] = [
    ['way', sayWay(crop.method, crop.material)],
    ['material right', `week ${crop.window.from} to ${crop.window.to}`],
    ['roots in', `${rootFrom} to ${rootTo} days`],
    ['weaning', `${crop.weaningDays} days`],
    ['pot to ready', `${crop.growOnDays} days`],
    ['mix at', `${sayHeat(heatLow, session.nursery)} to ${sayHeat(heatHigh, session.nursery)}`],
    [
      'mist',
      <span key="mist" className="flex items-center gap-2">
        <Drops level={crop.mist[0] ?? 0} /> to <Drops level={crop.mist[1] ?? 0} />
      </span>,
    ],
    ['tray', crop.trayKind.name],
    ['rooting mix', crop.mix],
    ['hormone', crop.hormone ?? 'none'],
    ['ready to pot', `when ${inHundred(crop.readyShare)} in 100 have rooted`],
    ['potted come through', `${inHundred(crop.pottingRate)} in 100`],
    ['expected at first', `${inHundred(crop.prior.rate)} in 100, worth ${crop.prior.strength} plants`],
  ]
  return (
    <>
      <h1>{crop.name}</h1>
      <p className="mb-4 text-lg">{crop.learnt.words}</p>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <section>
          <div className="mb-4 max-w-2xl">
            <RateDots learnt={crop.learnt} history={crop.history} mark={crop.learnt.newest?.code} tall={64} />
          </div>
          <h2 className="mb-1">Its batches</h2>
          {crop.history.length === 0 && (
            <p className="soft">None counted yet: the sheet alone speaks. Plan a batch, count it, and the rate is yours.</p>
          )}
          {crop.history.length > 0 && (
            <Sideways of="Its batches in figures">
              <table className="w-full text-left">
                <thead>
                  <tr className="text-sm soft">
                    {['batch', 'stuck on', 'stuck', 'rooted', 'in 100', 'lost to', 'weighs'].map((word, i) => (
                      <th key={word} className={`py-1 pr-4 font-semibold ${i > 1 && i !== 5 ? 'text-right' : ''}`}>
                        {word}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {[...crop.history].reverse().map((past) => (
                    <tr key={past.code} className="border-t" style={{ borderColor: 'var(--stone-wash)' }}>
                      <td className="py-1.5 pr-4 whitespace-nowrap">
                        <Link className="word font-semibold" to={`/batches/${past.code}`}>
                          {past.code}
                        </Link>
                        {!past.sameWay && <span className="text-sm soft"> another way</span>}
                      </td>
                      <td className="pr-4 whitespace-nowrap">{sayDay(past.stuckOn, session.today)}</td>
                      <td className="pr-4 text-right">{past.stuck}</td>
                      <td className="pr-4 text-right">{past.rooted}</td>
                      <td className="pr-4 text-right font-bold whitespace-nowrap">
                        {inHundred(past.rate)}
                        {past.soFar && <span className="text-sm font-normal soft"> so far</span>}
                      </td>
                      <td className="pr-4 text-sm">
                        {Object.entries(past.lost)
                          .map(([cause, count]) => `${count} ${CAUSE_WORDS[cause as keyof typeof CAUSE_WORDS]}`)
                          .join(', ')}
                      </td>
                      <td className="pr-4 text-right soft">{past.weight.toFixed(2)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </Sideways>
          )}
        </section>
        <section>
          <h2 className="mb-1">The sheet</h2>
          <dl>
            {sheet.map(([word, value]) => (
              <div key={word} className="flex gap-4 border-t py-1.5" style={{ borderColor: 'var(--stone-wash)' }}>
                <dt className="w-40 shrink-0 soft">{word}</dt>
                <dd>{value}</dd>
              </div>
            ))}
          </dl>
          {crop.note && <p className="mt-3">{crop.note}</p>}
          {crop.safety && (
            <p className="mt-3 border-l-4 pl-3" style={{ borderColor: 'var(--heat)' }}>
              <strong>Take care. </strong>
              {crop.safety}
            </p>
          )}
          <p className="mt-4">
            <Link className="word" to="/batches">
              All batches
            </Link>
          </p>
        </section>
      </div>
    </>
  )
}
