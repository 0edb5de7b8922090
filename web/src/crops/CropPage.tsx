import { Link, useParams } from 'react-router'
import { useCrop } from '../api/queries'
import { RateDots } from '../drawings/RateDots'
import { Sideways } from '../drawings/Sideways'
import { Savable } from '../shell/AsTable'
import { HistoryLink } from '../shell/HistoryLink'
import { isNotThere, Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { CAUSE_WORDS, inHundred, sayDay } from '../words'
import { CropStock } from './CropStock'
import { Liner } from './Liner'
import { Mishap } from './Mishap'
import { Rename } from './Rename'
import { Ways } from './Ways'

/** One crop: what it does, from which batches, and its sheet. */
export function CropPage() {
  const { slug = '' } = useParams()
  const read = useCrop(slug)
  const { data: crop } = read
  const { session } = useShown()
  if (isNotThere(read.error))
    return (
      <p>
        There is no such crop. See{' '}
        <Link className="word" to="/crops">
          all crops
        </Link>
        .
      </p>
    )
  if (!crop) return <Unread of={read} title="Crop" />
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1>{crop.name}</h1>
        <Rename crop={crop} />
        <HistoryLink of={crop.slug} />
      </div>
      <p className="mb-4 text-lg">{crop.learnt.words}</p>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <section>
          <div className="mb-4 max-w-2xl">
            <RateDots learnt={crop.learnt} history={crop.history} mark={crop.learnt.newest?.code} tall={64} />
          </div>
          <h2 className="mb-1">Its batches</h2>
          {crop.history.length > 1 && (
            <p className="mb-2">
              <Link className="word" to={`/results?crop=${crop.slug}`}>
                What makes a difference
              </Link>
            </p>
          )}
          {crop.history.length === 0 && (
            <p className="soft">None counted yet: the sheet alone speaks. Plan a batch, count it, and the rate is yours.</p>
          )}
          {crop.history.length > 0 && (
            <Savable name="batches of the crop">
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
                      <tr key={past.code} className="border-t border-stone-wash">
                        <td className="py-1.5 pr-4">
                          {past.broughtIn ? (
                            <Link className="word whitespace-nowrap" to={`/nursery/records/${past.code.split('/')[0]}`}>
                              brought in
                            </Link>
                          ) : (
                            <>
                              <Link className="word font-semibold whitespace-nowrap" to={`/batches/${past.code}`}>
                                {past.code}
                              </Link>
                              <Mishap past={past} />
                            </>
                          )}
                        </td>
                        <td className="pr-4 whitespace-nowrap">{sayDay(past.stuckOn, session.today)}</td>
                        <td className="pr-4 text-right">
                          {past.stuck}
                          {past.could < past.stuck && (
                            <span className="block text-sm soft whitespace-nowrap">{past.could} could root</span>
                          )}
                        </td>
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
            </Savable>
          )}
        </section>
        <div>
          <CropStock crop={crop} />
          <Liner crop={crop} />
        </div>
      </div>
      <Ways crop={crop} />
    </>
  )
}
