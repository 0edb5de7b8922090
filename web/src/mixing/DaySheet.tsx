import { type ReactNode, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Schemas } from '../api/client'
import { useDaySheet } from '../api/queries'
import { Safety } from '../batches/Safety'
import { Drops } from '../drawings/Glyph'
import { useShown } from '../shell/week'
import { StockAsks } from '../stock/StockCare'
import { mondayOf, plural, sayDay, sayHeat } from '../words'
import { Carrying, LookingAtGuests, Venting } from './DayCarry'
import { DayPeople } from './DayPeople'
import { ChecksOfDay, WeaningOfDay } from './DayRound'
import { Collecting, Filling, MakingUp, Potting, Sticking } from './DaySteps'
import { MixingRooms } from './MixingRooms'
import { PaperChoice, usePaper } from './Paper'
import { Part, Step, type Tick } from './Step'

/** A part of the day that is there only when there is something in it. */
const when = (is: boolean, part: (number: number) => ReactNode) => (is ? [part] : [])

/** One sheet for a day and its crew: a list to tick on the screen, a clean print on paper. */
export function DaySheet() {
  const { session, week, thisWeek } = useShown()
  const [search, setSearch] = useSearchParams()
  const chosen = search.get('day')
  const setDay = (day: string) => setSearch({ day }, { replace: true })
  // Until a day is chosen it follows the week rail.
  const day = chosen ?? (week === thisWeek ? session.today : mondayOf(week))
  const [hands, setHands] = useState<number | null>(null)
  const { data: sheet, error } = useDaySheet(day, hands)
  const [paper, setPaper] = usePaper()
  const hasWork =
    sheet &&
    [sheet.stick, sheet.collect, sheet.pots, sheet.wean, sheet.checks, sheet.stock, sheet.moves, sheet.vents, sheet.guests].some(
      (part) => part.length > 0,
    )
  const tickOf = (step: string): Tick | undefined => sheet?.ticks[step]
  const isLate = (look: Schemas['DayLook']) => look.daysLate > 0 && !look.done
  // What is overdue stands first; then the day goes as material lasts: cut, made up, stuck; carried, weaned, vented, looked at; potted.
  const parts: ((number: number) => ReactNode)[] = sheet
    ? [
        ...when(sheet.wean.some(isLate), (number) => (
          <WeaningOfDay key="late wean" number={number} title="Overdue: wean" day={sheet.day} steps={sheet.wean.filter(isLate)} />
        )),
        ...when(sheet.checks.some(isLate), (number) => (
          <ChecksOfDay key="late checks" number={number} title="Overdue: check" checks={sheet.checks.filter(isLate)} />
        )),
        ...when(
          sheet.pots.some((one) => one.daysLate > 0),
          (number) => <Potting key="late pots" number={number} sheet={sheet} tickOf={tickOf} late />,
        ),
        ...when(sheet.collect.length > 0, (number) => <Collecting key="collect" number={number} sheet={sheet} tickOf={tickOf} />),
        ...when(sheet.mixes.length > 0, (number) => <MakingUp key="mixes" number={number} sheet={sheet} tickOf={tickOf} />),
        ...when(sheet.fills.length > 0, (number) => <Filling key="fills" number={number} sheet={sheet} tickOf={tickOf} />),
        ...when(sheet.stick.length > 0, (number) => <Sticking key="stick" number={number} sheet={sheet} tickOf={tickOf} />),
        ...when(sheet.moves.length > 0, (number) => <Carrying key="moves" number={number} sheet={sheet} tickOf={tickOf} />),
        ...when(
          sheet.wean.some((look) => !isLate(look)),
          (number) => (
            <WeaningOfDay key="wean" number={number} day={sheet.day} steps={sheet.wean.filter((look) => !isLate(look))} />
          ),
        ),
        ...when(sheet.vents.length > 0, (number) => <Venting key="vents" number={number} sheet={sheet} tickOf={tickOf} />),
        ...when(
          sheet.checks.some((look) => !isLate(look)),
          (number) => <ChecksOfDay key="checks" number={number} checks={sheet.checks.filter((look) => !isLate(look))} />,
        ),
        ...when(sheet.guests.length > 0, (number) => (
          <LookingAtGuests key="guests" number={number} sheet={sheet} tickOf={tickOf} />
        )),
        ...when(sheet.stock.length > 0, (number) => (
          <Part key="stock" number={number} title="Stock plants">
            <StockAsks asks={sheet.stock} on={sheet.day} />
          </Part>
        )),
        ...when(
          sheet.pots.some((one) => one.daysLate === 0),
          (number) => <Potting key="pots" number={number} sheet={sheet} tickOf={tickOf} />,
        ),
        ...when(sheet.set.length > 0, (number) => (
          <Part key="set" number={number} title="Set water and warmth">
            <Safety
              own={null}
              words="Wet hands and switches do not go together: residual-current protection, and an electrician for anything behind a cover."
            />
            <ol>
              {sheet.set.map((one) => (
                <Step key={one.step} day={sheet.day} step={one.step} words={`set ${one.zone}`} tick={tickOf(one.step)}>
                  <p className="flex flex-wrap items-center gap-2">
                    <strong>{one.zone}</strong> <span className="soft">{one.house}</span> <Drops level={one.setting.mist} /> mist{' '}
                    {one.setting.mist}, <strong className="text-heat">{sayHeat(one.setting.heat, session.nursery)}</strong>
                    {!one.setting.suits && <span className="text-plum">what lies there wants what cannot be had together</span>}
                  </p>
                </Step>
              ))}
            </ol>
          </Part>
        )),
      ]
    : []
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
      {error && (
        <p role="alert" className="refusal">
          {error.message}
        </p>
      )}
      {sheet && !hasWork && (
        <p className="soft">
          Nothing is cut, stuck, weaned, checked or potted on that day.{' '}
          {sheet.next && (
            <>
              The next is{' '}
              <Link className="word" to={`/mixing?day=${sheet.next}`}>
                {sayDay(sheet.next, session.today)}
              </Link>
              ; or see the{' '}
            </>
          )}
          {!sheet.next && 'See the '}
          <Link className="word" to="/batches/season">
            season
          </Link>
          .
        </p>
      )}
      {sheet && hasWork && (
        <div className="max-w-5xl">
          <p className="mb-4">
            <strong>{sheet.hours.all.toFixed(1)} h</strong> for {plural(sheet.hands, 'pair')} of hands: done at about {sheet.ends}
            .
            {sheet.there === 0 && (
              <span className="text-plum"> Nobody is down for that day; one pair of hands is reckoned with.</span>
            )}
          </p>
          <DayPeople sheet={sheet} />
          {parts.map((part, i) => part(i + 1))}
        </div>
      )}
    </>
  )
}
