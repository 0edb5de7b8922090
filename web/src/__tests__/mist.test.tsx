import { renderToStaticMarkup } from 'react-dom/server'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { FilmDay } from '../drawings/FilmDay'
import { MistDay } from '../mist/MistDay'
import { drawRoom, wordsOf } from './nursery'

const hours = Array.from({ length: 24 }, (_, hour) => ({
  air: 15,
  humidity: 80,
  netRadiation: hour > 6 && hour < 18 ? 200 : 0,
  vpd: 0.4,
  mmPerHour: 0.1,
}))
const run = (dry: number[] = []): Schemas['MistRun'] => ({
  firings: [360, 372],
  dryMinutes: dry.length,
  soakedMinutes: 12,
  litres: 3.6,
  film: Array.from({ length: 1440 }, (_, minute) => (dry.includes(minute) ? 0 : 0.05)),
})
const day: Schemas['MistDay'] = {
  month: 6,
  weather: { mean: 16, swing: 9, humidity: 80, noonRadiation: 297, daylight: 16.1, wind: 0.2 },
  programme: {
    filmMm: 0.1,
    refillShare: 0.6,
    minMinutes: 3,
    maxMinutes: 240,
    night: 'sparing',
    nightMinutes: 60,
    seconds: 8,
    nozzles: 10,
    litresAMinute: 1,
  },
  other: null,
  timer: { from: 360, to: 1200, every: 12 },
  heat: { area: 12, u: 9, set: 20, kWh: 7.25, peakW: 850 },
  failure: { startMinute: 660, leafWaterMm: 0.08, leafShare: 0.3, filmGoneAfter: 24, wiltingAfter: 101 },
  hours,
  byFilm: run(),
  byOther: null,
  byClock: run([60, 61, 62, 300]),
  bestClock: { from: 300, to: 1200, every: 15, dryMinutes: 0, litres: 108 },
}

describe('a day under mist', () => {
  const known: [unknown[], unknown][] = [
    [['mist-day', undefined, false, undefined, undefined, undefined, undefined, undefined, undefined, undefined], day],
    [['mist-clocks', undefined, day.weather, day.programme], day],
  ]
  const said = wordsOf(drawRoom(<MistDay />, { known }))

  it('says what each way took and what it did to the leaf', () => {
    expect(said).toContain('2 firings dry for 0 minutes soaked for 12 minutes 3.6 l')
    expect(said).toContain('dry for 4 minutes')
    expect(said).toContain(
      'When no mist comes from 11:00 on The film is gone after 24 minutes , and the leaf wilts after 1 h 41 min',
    )
    expect(said).toContain('7.25 kWh in this day, at most 850 W at once')
    expect(said).toContain('fires every 15 minutes from 05:00 to 20:00: dry for 0 minutes, 108 l.')
  })

  it('shows each figure that it rests on, with its unit', () => {
    for (const words of ['60 in 100', '0.1 mm', '240 minutes', '06:00', '20:00', '16°', '80 %', '297 W/m²', '16.1 h', '0.2 m/s'])
      expect(said).toContain(words)
  })

  it('draws each firing, and hatches each stretch without a film once', () => {
    const drawn = renderToStaticMarkup(<FilmDay run={day.byClock} full={0.1} hours={hours} label="By the clock" />)
    expect(drawn.split('url(#film-dry)').length - 1).toBe(2)
    expect(drawn.match(/<path d="M[\d.]+ 123v/g)).toHaveLength(2)
    expect(renderToStaticMarkup(<FilmDay run={day.byFilm} full={0.1} hours={hours} label="By the film" />)).not.toContain(
      'fill="url(#film-dry)"',
    )
  })
})
