import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { Safety } from '../batches/Safety'
import { Drops } from '../drawings/Glyph'
import { MixBar } from '../drawings/Pour'
import { PreparingCard } from '../drawings/PreparingCard'
import { useShown } from '../shell/week'
import { OUT_OF_TRAY, OUT_OF_TRAY_HOW, piecesOf, plural, sayHeat, sayLitres, sayTrays, sayVolume } from '../words'
import { DipStep } from './DipStep'
import { Codes, Part, Step, type Tick } from './Step'

type Sheet = Schemas['DaySheet']
interface Ticked {
  sheet: Sheet
  /** Where it stands in the order of the day. */
  number: number
  tickOf: (step: string) => Tick | undefined
}

/** By how much something is overdue. */
export const Late = ({ days }: { days: number }) =>
  days > 0 ? <strong className="text-plum">{plural(days, 'day')} late · </strong> : null

/** What is cut that day, from which block, in which order. */
export function Collecting({ sheet, number, tickOf }: Ticked) {
  return (
    <Part number={number} title="Cut and carry" hours={sheet.hours.collect}>
      <p className="no-print my-1 text-sm">
        <Link className="word" to={`/stock/take?day=${sheet.day}`}>
          The take sheets
        </Link>{' '}
        say which plants give how many.
      </p>
      <Safety own={null} words="Cut away from the hand, with a cut-proof glove; clean the blade between blocks." />
      <ol>
        {sheet.collect.map((one) => (
          <Step
            key={one.step}
            day={sheet.day}
            step={one.step}
            words={`cut ${one.crop} for ${one.batch}`}
            when={`${one.from} to ${one.to}`}
            unit="cuttings"
            tick={tickOf(one.step)}
            done={one.collectedAt !== null}
          >
            <p>
              <Late days={one.daysLate} />
              <strong>{one.cuttings}</strong> of <strong>{one.crop}</strong> from {one.block}, {one.place},{' '}
              {one.also.map((other) => `${other.cuttings} of them from ${other.block}, ${other.place}, `)}for{' '}
              <Codes codes={[one.batch]} />
              {one.collectedAt && <span className="text-leaf"> cut at {one.collectedAt}</span>}
            </p>
            <p className="text-sm soft">
              {one.carry}. {one.keeps} {one.apart.join(' ')}
            </p>
            {one.safety && <Safety own={null} words={one.safety} />}
          </Step>
        ))}
      </ol>
    </Part>
  )
}

/** Mixes, dips and sanitiser made up for the day. */
export function MakingUp({ sheet, number, tickOf }: Ticked) {
  const { session } = useShown()
  const clean = sheet.sanitiser
  const leaves = sheet.leafDip
  return (
    <Part number={number} title="Make up" hours={sheet.hours.makeUp}>
      <ol>
        {sheet.mixes.map((mix, i) => (
          <Step key={mix.step} day={sheet.day} step={mix.step} words={`mix ${mix.name}`} unit="litres" tick={tickOf(mix.step)}>
            <p className="mb-1">
              <strong>{sayLitres(mix.litres, session.nursery)}</strong> of <strong>{mix.name}</strong> for{' '}
              <Codes codes={mix.batches} />
            </p>
            <MixBar
              parts={mix.parts.map((part) => ({
                name: part.name,
                share: part.litres,
                words: `${sayLitres(part.litres, session.nursery)}${part.bags === null ? '' : `, ${plural(part.bags, 'bag')}`}`,
              }))}
            />
            <p className="mt-1 text-sm soft">
              {plural(mix.up.barrows, 'barrow')} of {sayLitres(mix.barrow, session.nursery)}. Wet it with{' '}
              {sayLitres(mix.wetting, session.nursery)} of water first: powder is not washed off, dust does not fly.
              {mix.parts
                .filter((part) => part.short > 0)
                .map((part) => ` ${part.name}: ${sayLitres(part.short, session.nursery)} short in the store.`)}
            </p>
            {mix.against.map((one) => (
              <p key={one.words} className="text-sm text-plum">
                {one.batches.join(', ')}: {one.words} <span className="soft">({one.school})</span>
              </p>
            ))}
            {i === 0 && (
              <Safety
                own={null}
                words="Dust of perlite, vermiculite and dry peat: wet first, wear a mask. Gloves for potting mix, wash hands."
              />
            )}
          </Step>
        ))}
        {sheet.dips.map((dip) => (
          <DipStep key={dip.step} dip={dip} day={sheet.day} tick={tickOf(dip.step)} />
        ))}
        {clean && (
          <Step day={sheet.day} step={clean.step} words={`sanitiser ${clean.name}`} tick={tickOf(clean.step)}>
            <p>
              <strong>{clean.name}</strong>, {clean.words}: {sayVolume(clean.stockMl, session.nursery)} to{' '}
              {sayVolume(clean.waterMl, session.nursery)} of water, for blades, trays and benches;{' '}
              {plural(clean.minutes, 'minute')}.
            </p>
            <Safety
              own={null}
              words={`Never let it meet ${clean.neverMeets}. Fresh air, gloves, eye protection; by its label.`}
            />
          </Step>
        )}
        {leaves && (
          <Step day={sheet.day} step={leaves.step} words={`dip for cuttings ${leaves.name}`} tick={tickOf(leaves.step)}>
            <p>
              <strong>{leaves.name}</strong>, {leaves.words}: {sayVolume(leaves.stockMl, session.nursery)} to{' '}
              {sayVolume(leaves.waterMl, session.nursery)} of water, for <Codes codes={leaves.dipped} />;{' '}
              {plural(leaves.minutes, 'minute')}, {leaves.rinse ? 'then rinsed in clean water' : 'not rinsed'}.
            </p>
            {leaves.never.length > 0 && (
              <p className="text-sm text-plum">
                Never dip: <Codes codes={leaves.never} />.
              </p>
            )}
            <Safety
              own={null}
              words={`Never let it meet ${leaves.neverMeets}. Fresh air, gloves, eye protection; by its label.`}
            />
          </Step>
        )}
      </ol>
    </Part>
  )
}

/** Trays that are filled, and with how much. */
export function Filling({ sheet, number, tickOf }: Ticked) {
  return (
    <Part number={number} title="Fill and label">
      <p className="no-print my-1 text-sm">
        <Link className="word" to={`/mixing/labels?day=${sheet.day}`}>
          Print the labels
        </Link>{' '}
        before anything is stuck.
      </p>
      <ol>
        {sheet.fills.map((one) => (
          <Step
            key={one.step}
            day={sheet.day}
            step={one.step}
            words={`fill ${one.trays} trays for ${one.batch}`}
            unit="trays"
            tick={tickOf(one.step)}
          >
            <p>
              <strong>
                {one.trays} × {one.trayKind}
              </strong>{' '}
              with {one.mix} for <Codes codes={[one.batch]} />, {one.crop}
            </p>
            <p className="text-sm soft">
              {one.each > 1 ? `${one.each} to a hole, ` : 'One to a hole, '}
              {one.depthCm} cm deep{one.holeFirst && ', holes made first so that nothing is scraped off'};{' '}
              {plural(one.labels, 'label')}
            </p>
          </Step>
        ))}
      </ol>
    </Part>
  )
}

/** What is done that day with what comes out of its trays. */
const allOf = (one: Schemas['DaySheet']['pots'][number]) =>
  one.leaves === 'pot' && one.setOut !== null ? 'Set out pots' : OUT_OF_TRAY[one.leaves].all

/** Pots that are filled for what is potted that day. */
export function Potting({ sheet, number, tickOf, late = false }: Ticked & { late?: boolean }) {
  const { session } = useShown()
  const pots = sheet.pots.filter((one) => one.daysLate > 0 === late)
  return (
    <Part
      number={number}
      title={late ? 'Overdue: pot' : [...new Set(pots.map(allOf))].join(', ')}
      hours={late ? undefined : sheet.hours.pot}
    >
      <Safety
        own={null}
        words="Potting mix: gloves, wash hands. Water the trays first, work in the shade, do not let roots dry. Two lift what is heavy."
      />
      <ol>
        {pots.map((one) => (
          <Step
            key={one.step}
            day={sheet.day}
            step={one.step}
            words={`${allOf(one).toLowerCase()}: ${one.pots} of ${one.batch}`}
            unit={one.leaves === 'pot' ? 'pots' : 'plants'}
            tick={tickOf(one.step)}
          >
            <p>
              <Late days={one.daysLate} />
              <strong>
                {one.pots} × {one.pot}
              </strong>{' '}
              for <Codes codes={[one.batch]} />, {one.crop}
              {one.zone && (
                <>
                  {' '}
                  → <strong>{one.zone}</strong>
                </>
              )}
            </p>
            <p className="text-sm soft">
              {one.leaves !== 'pot' ? (
                <>{OUT_OF_TRAY_HOW[one.leaves]} </>
              ) : one.mix === null ? (
                <>
                  They stand in their pots since they were stuck: count what has roots, take the rest out, set them apart from{' '}
                  {plural(one.setOut ?? 0, 'tray')};{' '}
                </>
              ) : (
                <>
                  {sayLitres(one.mix.litres, session.nursery)} of {one.mix.name}:{' '}
                  {one.mix.parts
                    .map(
                      (part) =>
                        `${sayLitres(part.litres, session.nursery)} ${part.name}${part.bags === null ? '' : `, ${plural(part.bags, 'bag')}`}`,
                    )
                    .join('; ')}
                  ; {plural(one.mix.up.barrows, 'barrow')}. A finger of rim for water;{' '}
                </>
              )}
              {plural(one.labels, 'label')}.
            </p>
          </Step>
        ))}
      </ol>
    </Part>
  )
}

/** What is stuck, in the order that its material keeps. */
export function Sticking({ sheet, number, tickOf }: Ticked) {
  const { session, mayLog, mayPlan } = useShown()
  return (
    <Part number={number} title="Stick" hours={sheet.hours.stick}>
      <p className="my-1 text-sm soft">
        What keeps shortest comes first; of what keeps about as long, what takes the same mix and dip.
      </p>
      <ol>
        {sheet.stick.map((one) => (
          <Step
            key={one.step}
            day={sheet.day}
            step={one.step}
            words={`stick ${one.crop} ${one.batch}`}
            when={`${one.from} to ${one.to}`}
            unit={piecesOf(one.card.sheet.method)}
            tick={tickOf(one.step)}
            done={one.isStuck}
          >
            <p>
              <Late days={one.daysLate} />
              {sheet.hands > 1 &&
                one.stations.map((station) => (
                  <span key={station} className="mr-2 rounded border px-1.5 text-sm font-bold">
                    {station}
                  </span>
                ))}
              <strong>{one.cuttings}</strong> of <strong>{one.crop}</strong>, <Codes codes={[one.batch]} />, in{' '}
              {sayTrays(one.trays, one.trayKind)}
              {one.late > 0 && <strong className="text-plum"> kept {one.late} min too long</strong>}
            </p>
            <p className="text-sm soft">
              {one.mix}; {one.hormone ?? 'no hormone'}
              {!one.card.words.includes(one.how) && `; ${one.how}`}.
            </p>
            <PreparingCard card={one.card} of={one.crop} />
            <p className="flex flex-wrap items-center gap-2">
              → <strong>{one.zone}</strong>
              {one.setting && (
                <>
                  <Drops level={one.setting.mist} />
                  <strong className="text-heat">{sayHeat(one.setting.heat, session.nursery)}</strong>
                </>
              )}
              {mayLog && !one.isStuck && (
                <Link className="word no-print" to={`/batches/${one.batch}`}>
                  Enter the count
                </Link>
              )}
              {mayPlan && !one.isStuck && one.hormone !== null && (
                <Link className="word no-print" to={`/batches/${one.batch}?half`}>
                  Leave half untreated
                </Link>
              )}
            </p>
            {one.safety && <Safety own={null} words={one.safety} />}
          </Step>
        ))}
      </ol>
    </Part>
  )
}
