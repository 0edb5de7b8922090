import { useQuery } from '@tanstack/react-query'
import { scaleLinear } from 'd3-scale'
import { useState } from 'react'
import { answer, api, type Way } from '../api/client'
import { Sideways } from '../drawings/Sideways'
import { Savable } from '../shell/AsTable'
import { useShown } from '../shell/week'
import { inHundred, plural } from '../words'
import { SHEET_WORDS, sayEntry } from './sheetWords'

/** A figure as a bar against the larger of the two, so that the difference is seen before it is read. */
function Bar({ share, fill }: { share: number; fill: string }) {
  return (
    <svg viewBox="0 0 100 10" className="h-2.5 w-full" preserveAspectRatio="none" aria-hidden="true">
      <rect width="100" height="10" fill="var(--stone-wash)" />
      <rect width={100 * share} height="10" fill={fill} />
    </svg>
  )
}

function Range({ rate }: { rate: Way['figures']['rate'] }) {
  const x = scaleLinear([0, 1], [2, 98])
  return (
    <svg viewBox="0 0 100 14" className="h-4 w-full" preserveAspectRatio="none" aria-hidden="true">
      <line x1="2" x2="98" y1="7" y2="7" stroke="var(--peat)" opacity="0.4" strokeWidth="1" />
      <rect x={x(rate.low)} y="3" width={x(rate.high) - x(rate.low)} height="8" fill="var(--leaf-wash)" />
      <rect x={x(rate.mean) - 0.8} y="1" width="1.6" height="12" fill="var(--leaf)" />
    </svg>
  )
}

/** Two ways of one crop side by side: what each costs and gives, and what differs. */
export function Beside({ one, other }: { one: Way; other: Way }) {
  const { session } = useShown()
  const [all, setAll] = useState(false)
  const asked = useQuery({
    queryKey: ['beside', one.id, one.number, other.id, other.number],
    queryFn: () => answer(api.GET('/api/ways/{id}/beside/{other}', { params: { path: { id: one.id, other: other.id } } })),
  })
  const ways = [one, other] as const
  const most = (of: (way: Way) => number) => Math.max(...ways.map(of), 1e-9)
  const currency = session.nursery?.currency ?? ''
  const figures: [string, (way: Way) => React.ReactNode, (way: Way) => React.ReactNode][] = [
    [
      'on the bench, days',
      (way) => `${way.figures.benchDays}${way.figures.warm ? ', warm' : ', cool'}`,
      (way) => (
        <Bar
          share={way.figures.benchDays / most((w) => w.figures.benchDays)}
          fill={way.figures.warm ? 'var(--heat)' : 'var(--water)'}
        />
      ),
    ],
    [
      'plants a square metre and week',
      (way) => way.figures.plantsPerSquareMetreWeek.toFixed(1),
      (way) => (
        <Bar share={way.figures.plantsPerSquareMetreWeek / most((w) => w.figures.plantsPerSquareMetreWeek)} fill="var(--leaf)" />
      ),
    ],
    [
      'rate of the next batch, in 100',
      (way) => `${inHundred(way.figures.rate.mean)} (${inHundred(way.figures.rate.low)} to ${inHundred(way.figures.rate.high)})`,
      (way) => <Range rate={way.figures.rate} />,
    ],
    [
      'material for a good plant',
      (way) => `${currency}${way.figures.materialPerPlant.toFixed(3)}`,
      (way) => <Bar share={way.figures.materialPerPlant / most((w) => w.figures.materialPerPlant)} fill="var(--plum)" />,
    ],
    [
      'a good plant, all in',
      (way) =>
        `${currency}${way.cost.inAll.toFixed(2)}${way.cost.breakEven === null ? '' : `, dearer than bought in under ${inHundred(way.cost.breakEven)} in 100`}`,
      (way) => <Bar share={way.cost.inAll / most((w) => w.cost.inAll)} fill="var(--plum)" />,
    ],
  ]
  const differences = (asked.data?.differences ?? []).filter(
    (change) => SHEET_WORDS[change.path] && !['note', 'safety'].includes(change.path),
  )
  return (
    <section aria-label="Ways side by side">
      <Savable name="ways">
        <Sideways of="Ways side by side">
          <table className="w-full min-w-[34rem] text-left">
            <thead>
              <tr>
                <th className="w-44" />
                {ways.map((way) => (
                  <th key={way.id} className="pr-6 pb-1 text-lg">
                    {way.name}
                    {way.house && <span className="text-sm font-normal soft"> house way</span>}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {figures.map(([word, say, draw]) => (
                <tr key={word} className="border-t align-top border-stone-wash">
                  <th className="py-2 pr-4 text-sm font-normal soft">{word}</th>
                  {ways.map((way) => (
                    <td key={way.id} className="w-[38%] py-2 pr-6">
                      <strong className="text-lg">{say(way)}</strong>
                      {draw(way)}
                    </td>
                  ))}
                </tr>
              ))}
              <tr className="border-t align-top border-stone-wash">
                <th className="py-2 pr-4 text-sm font-normal soft">rests on</th>
                {ways.map((way) => (
                  <td key={way.id} className="py-2 pr-6 text-sm">
                    {way.learnt.words}
                  </td>
                ))}
              </tr>
            </tbody>
            {all && (
              <tbody>
                {differences.map((change) => (
                  <tr key={change.path} className="border-t border-stone-wash">
                    <th className="py-1 pr-4 text-sm font-normal soft">{SHEET_WORDS[change.path]}</th>
                    <td className="py-1 pr-6">{sayEntry(change.path, change.one, session.nursery)}</td>
                    <td className="py-1 pr-6">{sayEntry(change.path, change.other, session.nursery)}</td>
                  </tr>
                ))}
              </tbody>
            )}
          </table>
        </Sideways>
      </Savable>
      {differences.length > 0 && (
        <button type="button" className="act mt-2" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Only the figures' : `What differs: ${plural(differences.length, 'entry', 'entries')}`}
        </button>
      )}
    </section>
  )
}
