import type { Schemas } from '../api/client'
import { plural } from '../words'
import { Codes, Part, Step, type Tick } from './Step'

type Sheet = Schemas['DaySheet']
interface Ticked {
  sheet: Sheet
  number: number
  tickOf: (step: string) => Tick | undefined
}

/** Trays that are carried from one bench to another. */
export function Carrying({ sheet, number, tickOf }: Ticked) {
  return (
    <Part number={number} title="Carry">
      <ol>
        {sheet.moves.map((one) => (
          <Step
            key={one.batch}
            day={sheet.day}
            step={`move:${one.batch}`}
            words={`carry ${one.batch} to ${one.to}`}
            tick={tickOf(`move:${one.batch}`)}
          >
            <p>
              {plural(one.trays, 'tray')} of <strong>{one.crop}</strong> <Codes codes={[one.batch]} /> from {one.zone} to{' '}
              <strong>{one.to}</strong>
            </p>
          </Step>
        ))}
      </ol>
    </Part>
  )
}

/** Covers that are opened once a day. */
export function Venting({ sheet, number, tickOf }: Ticked) {
  return (
    <Part number={number} title="Vent">
      <ol>
        {sheet.vents.map((one) => (
          <Step
            key={one.zone}
            day={sheet.day}
            step={`vent:${one.zone}`}
            words={`vent ${one.zone}`}
            tick={tickOf(`vent:${one.zone}`)}
          >
            <p>
              <strong>{one.zone}</strong> <span className="soft">{one.house},</span> over <Codes codes={one.batches} />
            </p>
            <p className="text-sm soft">Open it, take out what rots, wipe the drops off, close it before they flag.</p>
          </Step>
        ))}
      </ol>
    </Part>
  )
}

const GUESTS = { seeds: 'seed trays', plugs: 'plugs', trial: 'a trial', other: 'others' } as const

/** A look at what lies on the benches without being a batch. */
export function LookingAtGuests({ sheet, number, tickOf }: Ticked) {
  return (
    <Part number={number} title="Look at other tenants">
      <ol>
        {sheet.guests.map((one) => (
          <Step
            key={one.name}
            day={sheet.day}
            step={`guest:${one.name}`}
            words={`look at ${one.name}`}
            tick={tickOf(`guest:${one.name}`)}
          >
            <p>
              <strong>{one.name}</strong>, {GUESTS[one.kind]}, in <strong>{one.zone}</strong>{' '}
              <span className="soft">
                {one.house}, {plural(one.places, 'place')}
              </span>
            </p>
          </Step>
        ))}
      </ol>
    </Part>
  )
}
