import type { Way } from '../api/client'
import { SheetCourse } from '../course/CourseView'
import { Cutting } from '../drawings/Cutting'
import { Drops } from '../drawings/Glyph'
import { Pace } from '../drawings/Pace'
import { useShown } from '../shell/week'
import { ends, inHundred, plural, sayDay, sayHeat } from '../words'
import { SHEET_CHOICES, SHEET_WORDS, sayEntry, sayHold, sayHormone } from './sheetWords'

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="min-w-0 border-t-2 pt-2 border-stone-wash">
      <h3 className="mb-1 font-bold">{title}</h3>
      {children}
    </section>
  )
}

function Facts({ facts }: { facts: [string, React.ReactNode][] }) {
  return (
    <dl className="grid grid-cols-[minmax(7rem,auto)_minmax(0,1fr)] gap-x-4 gap-y-1">
      {facts.map(([word, value]) => (
        <div key={word} className="contents">
          <dt className="soft">{word}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  )
}

/** One way's sheet, as it hangs on the wall of the potting shed. */
export function SheetView({ way }: { way: Way }) {
  const { session } = useShown()
  const { sheet } = way
  const settings = session.nursery
  const [from, to] = way.daysToRoot
  const cuts = { below: 'slanted below, straight above', above: 'slanted above, straight below', neither: 'both straight' }
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-3">
      <div className="min-w-0 lg:col-span-3">
        <SheetCourse stages={way.course} />
      </div>
      <Part title="When">
        <Facts
          facts={[
            ...sheet.windows.map((window, i): [string, React.ReactNode] => [
              sheet.windows.length > 1 ? `window ${i + 1}` : 'window',
              `weeks ${window.from} to ${window.to} at the reference climate`,
            ]),
            ['the sign', way.window.sign],
            ['here', `${way.window.why}`],
            ['cut', SHEET_CHOICES.timeOfDay[sheet.timeOfDay]],
            ...(sheet.water.regime === 'mother' ? [] : [['keeps', sayHold(sheet.hold)] as [string, string]]),
            ['washing', SHEET_CHOICES.wash[sheet.wash]],
          ]}
        />
      </Part>
      <Part title="The cut">
        <div className="flex flex-wrap gap-4">
          <Cutting sheet={sheet} tall={170} />
          <div className="min-w-0 grow">
            <Facts
              facts={[
                [
                  'nodes',
                  `${sheet.cut.nodesBelow} below, ${sheet.cut.nodesAbove} above${sheet.cut.betweenNodes ? '; roots between nodes' : ''}`,
                ],
                ['leaves', SHEET_CHOICES['cut.leaves'][sheet.cut.leaves]],
                ['ends', cuts[sheet.cut.slanted]],
                ['up', SHEET_CHOICES['cut.up'][sheet.cut.up]],
                ['wound', sheet.cut.wound ? 'yes' : 'no'],
                ...(sheet.method === 'runner' ? [['plantlets', `${sheet.cut.plantlets} a runner`] as [string, string]] : []),
              ]}
            />
          </div>
        </div>
      </Part>
      <Part title="Made up">
        <Facts
          facts={[
            ['mix', `${sheet.mix.parts} (${SHEET_CHOICES['mix.kind'][sheet.mix.kind]})`],
            ['hormone', sayHormone(sheet.hormone)],
            [
              'into',
              `${way.tray.name}, ${sheet.hole.each} to a hole${sheet.hole.each === 1 ? '' : sheet.hole.apart ? ' and potted apart' : ', together one plant'}, ${sheet.hole.depthCm} cm deep`,
            ],
            ['stick', SHEET_CHOICES.surplus[sheet.surplus]],
            ['material', `${settings?.currency ?? ''}${sheet.costEach.toFixed(2)} a cutting`],
          ]}
        />
      </Part>
      <Part title="Water, warmth, light">
        <Facts
          facts={[
            [
              'water',
              <span key="water" className="flex flex-wrap items-center gap-2">
                {SHEET_CHOICES['water.regime'][sheet.water.regime]}
                {sheet.water.regime !== 'mother' && (
                  <>
                    <Drops level={sheet.water.mist[0] ?? 0} /> to <Drops level={sheet.water.mist[1] ?? 0} />
                  </>
                )}
              </span>,
            ],
            ...(sheet.water.steps.length > 0 ? [['then', sheet.water.steps.join('; ')] as [string, string]] : []),
            [
              'mix at',
              ends(sheet.warmth.medium)
                .map((heat) => sayHeat(heat, settings))
                .join(' to '),
            ],
            ['light', `${sheet.light.hours} hours, ${sheet.light.cover}`],
          ]}
        />
        <Pace warmth={sheet.warmth} settings={settings} />
      </Part>
      <Part title="Rooting">
        <Facts
          facts={[
            ['roots in', `${from} to ${to} days on its bench (one in ten, nine in ten)`],
            ['half rooted', `after ${sayEntry('rooting.halfAt', sheet.rooting.halfAt)} thermal days`],
            [
              'expected',
              `${inHundred(sheet.prior.rate)} in 100 before any batch, worth ${plural(sheet.prior.strength, 'plant')}`,
            ],
            ['weaning', sayEntry('weaning', sheet.weaning)],
          ]}
        />
      </Part>
      <Part title="Potting and after">
        <Facts
          facts={[
            [
              'pot when',
              sheet.potting.trigger === 'share'
                ? `${inHundred(sheet.potting.readyShare)} in 100 of a sample have rooted`
                : SHEET_CHOICES['potting.trigger'][sheet.potting.trigger],
            ],
            [
              'into',
              sheet.potting.direct
                ? `${sheet.potting.pot}, straight away: no second potting`
                : `${sheet.potting.pot}, ${sheet.potting.mix}`,
            ],
            ['feed', SHEET_CHOICES['potting.feed'][sheet.potting.feed]],
            ['come through', `${inHundred(sheet.potting.survival)} in 100`],
            [
              'ready',
              [
                `${sheet.potting.growOnDays} days after potting`,
                sheet.potting.degreeDays === null
                  ? ''
                  : `, ${sheet.potting.degreeDays} degree-days above ${sayHeat(sheet.potting.growBase ?? 0, settings)}`,
              ].join(''),
            ],
            ['winter', `${sheet.potting.hardy ? 'hardy' : 'tender'}, ${SHEET_CHOICES['potting.winter'][sheet.potting.winter]}`],
          ]}
        />
      </Part>
      {(sheet.note || sheet.safety) && (
        <div className="lg:col-span-3">
          {sheet.note && <p>{sheet.note}</p>}
          {sheet.safety && (
            <p className="mt-2 border-l-4 pl-3 border-heat">
              <strong>Take care. </strong>
              {sheet.safety}
            </p>
          )}
        </div>
      )}
      {way.differs.length > 0 && (
        <div className="lg:col-span-3">
          <Part title="Differs from the house rules">
            <ul className="grid gap-1">
              {way.differs.map((one) => (
                <li key={one.school}>
                  {one.question}: <strong>{one.here}</strong> <span className="soft">(the house: {one.house}).</span> {one.words}
                </li>
              ))}
            </ul>
          </Part>
        </div>
      )}
      <div className="lg:col-span-3">
        <Part title="Versions">
          <ol className="grid gap-1 text-sm">
            {way.versions.map((version) => (
              <li key={version.number}>
                <strong>{version.number}</strong> kept {sayDay(version.keptAt, session.today)} by {version.keptBy}
                {version.why && `: ${version.why}`}
                {version.changed.length > 0 && (
                  <span className="soft">
                    {' '}
                    ·{' '}
                    {version.changed
                      .map((change) =>
                        [
                          `${(SHEET_WORDS[change.path] ?? change.path).toLowerCase()}`,
                          `${sayEntry(change.path, change.one, settings)} → ${sayEntry(change.path, change.other, settings)}`,
                        ].join(' '),
                      )
                      .join('; ')}
                  </span>
                )}
                <span className="soft"> · {plural(version.batches, 'batch', 'batches')} under it</span>
              </li>
            ))}
          </ol>
        </Part>
      </div>
    </div>
  )
}
