import { type ReactNode, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useDaySheet, useWrite } from '../api/queries'
import { Safety } from '../batches/Safety'
import { Drops } from '../drawings/Glyph'
import { MixBar } from '../drawings/Pour'
import { numeric } from '../forms/Stepper'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayHeat, sayLitres, sayMass, sayPpm, sayVolume, unitOf } from '../words'
import { MixingRooms } from './MixingRooms'
import { PaperChoice, usePaper } from './Paper'

type Sheet = Schemas['DaySheet']
type Tick = Schemas['Tick']

const UP_WORDS: Record<string, string> = {
  crown_end: 'the end nearer the crown up',
  flat: 'laid flat',
  tip: 'tip up',
}

/** One step to tick, with what it came to; on paper a box and a line to write on. */
function Step({
  day,
  step,
  words,
  when,
  unit,
  tick,
  done = false,
  children,
}: {
  day: string
  step: string
  /** By which it is named where it is only heard. */
  words: string
  when?: string
  /** What its actual is counted in; none where there is nothing to count. */
  unit?: string
  tick?: Tick
  /** Whether it is known to be done without a tick. */
  done?: boolean
  children: ReactNode
}) {
  const { session, mayLog } = useShown()
  const [typed, setTyped] = useState<string | null>(null)
  const write = useWrite((body: { done: boolean; actual?: number }) =>
    answer(api.POST('/api/day-sheet/ticks', { body: { day, step, ...body } })),
  )
  const { show, read } = unitOf(unit === 'litres' ? unit : undefined, session.nursery)
  const actual = typed ?? show(tick?.actual === null || tick === undefined ? '' : String(tick.actual))
  const keep = () => {
    const value = numeric(actual)
    if (typed === null || actual.trim() === '') return
    write.mutate(
      { done: true, actual: typeof value === 'number' ? read(value) : (value as never) },
      { onSuccess: () => setTyped(null) },
    )
  }
  const isDone = tick !== undefined || done
  return (
    <li
      className="grid grid-cols-[2.75rem_minmax(0,1fr)] gap-x-2 border-t py-2 break-inside-avoid sm:grid-cols-[2.75rem_minmax(0,1fr)_10.5rem]"
      style={{ borderColor: 'var(--stone-wash)' }}
    >
      <label className="flex min-h-11 cursor-pointer items-start justify-center pt-1">
        <input
          type="checkbox"
          className="checkbox"
          aria-label={`Done: ${words}`}
          checked={write.isPending ? write.variables.done : isDone}
          disabled={!mayLog || write.isPending || (done && tick === undefined)}
          onChange={() => write.mutate({ done: tick === undefined })}
        />
      </label>
      <div className="min-w-0">
        {children}
        {write.error && <p className="refusal">{write.error.message}</p>}
        {tick && (
          <p className="mt-1 text-sm" style={{ color: 'var(--leaf)' }}>
            done {tick.at}, {tick.by}
            {tick.note && `: ${tick.note}`}
          </p>
        )}
      </div>
      <div className="col-start-2 flex flex-wrap items-center gap-x-4 gap-y-1 sm:col-start-3 sm:flex-col sm:items-end">
        {when && <span className="font-semibold tabular-nums">{when}</span>}
        {unit && (
          <label className="flex items-center gap-2 text-sm">
            <input
              className="field-text no-print !min-h-11 !w-20 text-right"
              inputMode="decimal"
              aria-label={`${words}: came to, ${unit}`}
              disabled={!mayLog}
              value={actual}
              onChange={(event) => setTyped(event.target.value)}
              onBlur={keep}
              onKeyDown={(event) => event.key === 'Enter' && keep()}
            />
            <span className="hidden w-16 border-b text-right print:inline-block">{actual}&nbsp;</span>
            <span className="soft">{unit === 'litres' && session.nursery?.units === 'us' ? 'gallons' : unit}</span>
          </label>
        )}
      </div>
    </li>
  )
}

function Part({ number, title, hours, children }: { number: number; title: string; hours?: number; children: ReactNode }) {
  return (
    <section aria-label={title} className="mb-6">
      <h2 className="flex items-baseline gap-3 border-b-2 pb-1" style={{ borderColor: 'var(--peat)' }}>
        <span className="text-2xl">{number}</span> {title}
        {hours !== undefined && <span className="ml-auto text-base font-normal soft">{hours.toFixed(1)} h</span>}
      </h2>
      {children}
    </section>
  )
}

const Codes = ({ codes }: { codes: readonly string[] }) => (
  <>
    {codes.map((code, i) => (
      <span key={code}>
        {i > 0 && ', '}
        <Link className="word" to={`/batches/${code}`}>
          {code}
        </Link>
      </span>
    ))}
  </>
)

function Collecting({ sheet, tickOf }: { sheet: Sheet; tickOf: (step: string) => Tick | undefined }) {
  return (
    <Part number={1} title="Cut and carry" hours={sheet.hours.collect}>
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
              <strong>{one.cuttings}</strong> of <strong>{one.crop}</strong> from {one.block}, {one.place}, for{' '}
              <Codes codes={[one.batch]} />
              {one.collectedAt && <span style={{ color: 'var(--leaf)' }}> cut at {one.collectedAt}</span>}
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

function Dip({ dip, day, tick }: { dip: Sheet['dips'][number]; day: string; tick?: Tick }) {
  const { session, mayLog } = useShown()
  const make = useWrite(
    () =>
      answer(
        api.POST('/api/dips/made', {
          body: { stock: dip.stock ?? 0, ppm: dip.asked, cuttings: dip.cuttings, depthCm: dip.depthCm, batches: dip.batches },
        }),
      ),
    () => say(`${dip.hormone}: made, and kept with ${plural(dip.batches.length, 'batch', 'batches')}.`),
  )
  const discard = useWrite(
    (id: number) => answer(api.POST('/api/dips/made/{id}/discard', { params: { path: { id } } })),
    () => say('Thrown away.'),
  )
  const made = dip.made
  return (
    <Step day={day} step={dip.step} words={`dip ${dip.hormone}`} tick={tick} done={made !== null}>
      <p>
        <strong>{dip.hormone}</strong> for {dip.cuttings} cuttings, dipped {dip.depthCm} cm: <Codes codes={dip.batches} />
      </p>
      {dip.able ? (
        <p>
          {dip.grams !== null ? (
            <>
              Tip <strong>{sayMass(dip.grams, session.nursery)}</strong> of {dip.name} into a small cup.
            </>
          ) : (
            <>
              <strong>{sayVolume(dip.stockMl ?? 0, session.nursery)}</strong> of {dip.name} and{' '}
              <strong>{sayVolume(dip.waterMl ?? 0, session.nursery)}</strong> water make {sayPpm(dip.ppm ?? 0)}
              {dip.error !== null &&
                Math.abs(dip.error) >= 0.005 &&
                `, ${Math.abs(100 * dip.error).toFixed(1)} % ${dip.error > 0 ? 'stronger' : 'weaker'} than asked, for what can be measured`}
              .
            </>
          )}{' '}
          {dip.salt && (
            <span className="text-sm soft">
              Counted as acid: {dip.salt.factor.toFixed(4)} g of the salt hold 1 g of it. {dip.salt.source}
            </span>
          )}
        </p>
      ) : (
        <p className="refusal">{dip.words}</p>
      )}
      <Safety
        own={null}
        words="By its label, which overrides this. Gloves and eye protection; a dip of seconds, tap off; never poured back."
      />
      {made ? (
        <p className="mt-1 text-sm">
          Made {made.madeAt.slice(11)} by {made.by}
          {made.discardedAt ? `, thrown away ${made.discardedAt.slice(11)}` : '. '}
          {mayLog && !made.discardedAt && (
            <button type="button" className="word no-print" disabled={discard.isPending} onClick={() => discard.mutate(made.id)}>
              Throw what is left
            </button>
          )}
        </p>
      ) : (
        mayLog &&
        dip.able && (
          <button type="button" className="act no-print mt-1" disabled={make.isPending} onClick={() => make.mutate(undefined)}>
            It is made
          </button>
        )
      )}
      {make.error && <p className="refusal">{make.error.message}</p>}
    </Step>
  )
}

function MakingUp({ sheet, tickOf }: { sheet: Sheet; tickOf: (step: string) => Tick | undefined }) {
  const { session } = useShown()
  const clean = sheet.sanitiser
  return (
    <Part number={2} title="Make up" hours={sheet.hours.makeUp}>
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
              <p key={one.words} className="text-sm" style={{ color: 'var(--plum)' }}>
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
          <Dip key={dip.step} dip={dip} day={sheet.day} tick={tickOf(dip.step)} />
        ))}
        {clean && (
          <Step day={sheet.day} step={clean.step} words={`sanitiser ${clean.name}`} tick={tickOf(clean.step)}>
            <p>
              <strong>{clean.name}</strong>, {clean.words}: {sayVolume(clean.stockMl, session.nursery)} to{' '}
              {sayVolume(clean.waterMl, session.nursery)} of water, for blades, trays and benches;{' '}
              {plural(clean.minutes, 'minute')}.
            </p>
            <p className="text-sm">
              {clean.dipped.length > 0 && (
                <>
                  Cuttings too: <Codes codes={clean.dipped} />.{' '}
                </>
              )}
              {clean.never.length > 0 && (
                <span style={{ color: 'var(--plum)' }}>
                  Never dip: <Codes codes={clean.never} />.
                </span>
              )}
            </p>
            <Safety
              own={null}
              words={`Never let it meet ${clean.neverMeets}. Fresh air, gloves, eye protection; by its label.`}
            />
          </Step>
        )}
      </ol>
    </Part>
  )
}

function Filling({ sheet, tickOf }: { sheet: Sheet; tickOf: (step: string) => Tick | undefined }) {
  return (
    <Part number={3} title="Fill and label">
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

function Sticking({ sheet, tickOf }: { sheet: Sheet; tickOf: (step: string) => Tick | undefined }) {
  const { session, mayLog } = useShown()
  return (
    <Part number={4} title="Stick" hours={sheet.hours.stick}>
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
            unit="cuttings"
            tick={tickOf(one.step)}
            done={one.isStuck}
          >
            <p>
              {sheet.hands > 1 && <span className="mr-2 rounded border px-1.5 text-sm font-bold">{one.station}</span>}
              <strong>{one.cuttings}</strong> of <strong>{one.crop}</strong>, <Codes codes={[one.batch]} />, in{' '}
              {plural(one.trays, 'tray')}
              {one.late > 0 && <strong style={{ color: 'var(--plum)' }}> kept {one.late} min too long</strong>}
            </p>
            <p className="text-sm soft">
              {one.mix}; {one.hormone ?? 'no hormone'}; {one.depthCm} cm deep{one.each > 1 && `, ${one.each} to a hole`}
              {UP_WORDS[one.up] && `, ${UP_WORDS[one.up]}`}. Firm, water in, label at once.
            </p>
            <p className="flex flex-wrap items-center gap-2">
              → <strong>{one.zone}</strong>
              {one.setting && (
                <>
                  <Drops level={one.setting.mist} />
                  <strong style={{ color: 'var(--heat)' }}>{sayHeat(one.setting.heat, session.nursery)}</strong>
                </>
              )}
              {mayLog && !one.isStuck && (
                <Link className="word no-print" to={`/batches/${one.batch}`}>
                  Enter the count
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

/** One sheet for a day and its crew: a list to tick on the screen, a clean print on paper. */
export function DaySheet() {
  const { session, week, thisWeek } = useShown()
  const [search] = useSearchParams()
  const [chosen, setDay] = useState(search.get('day'))
  // Until a day is chosen it follows the week rail.
  const day = chosen ?? (week === thisWeek ? session.today : mondayOf(week))
  const [hands, setHands] = useState<number | null>(null)
  const { data: sheet, error } = useDaySheet(day, hands)
  const [paper, setPaper] = usePaper()
  const tickOf = (step: string): Tick | undefined => sheet?.ticks[step]
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Day sheet, {sayDay(day, session.today)}</h1>
        <MixingRooms />
        <div className="no-print ml-auto flex flex-wrap items-center gap-2">
          <input
            type="date"
            className="field-text w-44"
            aria-label="Day"
            value={day}
            onChange={(event) => event.target.value && setDay(event.target.value)}
          />
          <select
            className="field-text !w-40"
            aria-label="Hands"
            value={hands ?? ''}
            onChange={(event) => setHands(event.target.value === '' ? null : Number(event.target.value))}
          >
            <option value="">{sheet ? `${plural(sheet.there, 'hand')} there` : 'Hands'}</option>
            {[1, 2, 3, 4, 5, 6, 8, 10].map((many) => (
              <option key={many} value={many}>
                {plural(many, 'hand')}
              </option>
            ))}
          </select>
          <PaperChoice paper={paper} onChoose={setPaper} />
          <button type="button" className="act" onClick={() => print()}>
            Print
          </button>
        </div>
      </div>
      {error && <p className="refusal">{error.message}</p>}
      {sheet && sheet.stick.length === 0 && sheet.collect.length === 0 && (
        <p className="soft">
          Nothing is cut or stuck on that day. Choose another, or see the{' '}
          <Link className="word" to="/batches/season">
            season
          </Link>
          .
        </p>
      )}
      {sheet && sheet.stick.length + sheet.collect.length > 0 && (
        <div className="max-w-5xl">
          <p className="mb-4">
            <strong>{sheet.hours.all.toFixed(1)} h</strong> for {plural(sheet.hands, 'pair')} of hands: done at about {sheet.ends}
            .
            {sheet.there === 0 && (
              <span style={{ color: 'var(--plum)' }}> Nobody is down for that day; one pair of hands is reckoned with.</span>
            )}
          </p>
          {sheet.collect.length > 0 && <Collecting sheet={sheet} tickOf={tickOf} />}
          {sheet.mixes.length > 0 && <MakingUp sheet={sheet} tickOf={tickOf} />}
          {sheet.fills.length > 0 && <Filling sheet={sheet} tickOf={tickOf} />}
          {sheet.stick.length > 0 && <Sticking sheet={sheet} tickOf={tickOf} />}
          {sheet.set.length > 0 && (
            <Part number={5} title="Set water and warmth">
              <Safety
                own={null}
                words="Wet hands and switches do not go together: residual-current protection, and an electrician for anything behind a cover."
              />
              <ol>
                {sheet.set.map((one) => (
                  <Step key={one.step} day={sheet.day} step={one.step} words={`set ${one.zone}`} tick={tickOf(one.step)}>
                    <p className="flex flex-wrap items-center gap-2">
                      <strong>{one.zone}</strong> <span className="soft">{one.house}</span> <Drops level={one.setting.mist} />{' '}
                      mist {one.setting.mist},{' '}
                      <strong style={{ color: 'var(--heat)' }}>{sayHeat(one.setting.heat, session.nursery)}</strong>
                      {!one.setting.suits && (
                        <span style={{ color: 'var(--plum)' }}>what lies there wants what cannot be had together</span>
                      )}
                    </p>
                  </Step>
                ))}
              </ol>
            </Part>
          )}
        </div>
      )}
    </>
  )
}
