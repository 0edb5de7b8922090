import { renderToStaticMarkup } from 'react-dom/server'
import { MemoryRouter } from 'react-router'
import { describe, expect, it } from 'vitest'
import type { Crop, Learnt, Stage, Tag as TagData, ZoneWeek } from '../api/client'
import { Code } from '../drawings/Code'
import { Drops, StageGlyph, StateGlyph } from '../drawings/Glyph'
import { House, housesOf, widestOf } from '../drawings/House'
import { Lane, liesOn, placeOf } from '../drawings/Lane'
import { RateDots } from '../drawings/RateDots'
import { Tag } from '../drawings/Tag'
import { STAGE_WORDS, STATE_WORDS } from '../words'
import { zone as mist } from './nursery'

const draw = (what: React.ReactNode) => renderToStaticMarkup(<MemoryRouter>{what}</MemoryRouter>)
const count = (drawn: string, what: string) => drawn.split(what).length - 1

const tag: TagData = {
  version: 1,
  against: [],
  customer: 'Oxlow Landscape',
  dueWeek: '2027-W31',
  weeksLate: 0,
  weanOn: '2027-05-31',
  code: 'RAK-47',
  crop: "Hebe 'Copperlight'",
  cropSlug: 'hebe-copperlight',
  method: 'tip cutting',
  material: 'semi-ripe',
  state: 'rooting',
  stage: 'callus',
  count: 312,
  planned: 336,
  together: 1,
  stuck: 320,
  rooted: 0,
  rate: null,
  trays: 4,
  trayKind: 'tray of 84',
  zone: 'Mist 1',
  block: 'HE-1',
  wanted: 3,
  stickOn: '2026-10-20',
  isStuck: true,
  rootedFrom: '2026-11-09',
  rootedBy: '2026-11-21',
  potFrom: '2026-11-28',
  potOn: '2026-11-28',
  potBy: '2026-11-28',
  readyFrom: '2027-03-20',
  readyOn: '2027-03-20',
  readyBy: '2027-03-20',
  heldDays: 0,
  locked: false,
  asPlanned: null,
  shared: [],
  leftBenchOn: null,
}

const zone = (over: Partial<ZoneWeek> = {}): ZoneWeek => ({
  ...mist,
  closed: [],
  tenants: [{ inPots: false, lot: null, trays: 4, from: '2026-W43', to: '2026-W48', tag }],
  ...over,
})

const learnt: Learnt = {
  rate: 0.8,
  rateSd: 0.04,
  newBatchSd: 0.1,
  a: 12,
  b: 3,
  low80: 0.65,
  high80: 0.93,
  batches: 3,
  words: '8 in 10',
  newest: null,
}

const past = (code: string, rooted: number, soFar = false): Crop['history'][number] => ({
  code,
  stuckOn: '2026-03-01',
  season: '2025/26',
  stuck: 100,
  could: 100,
  rooted,
  rate: rooted / 100,
  soFar,
  weight: 0.8,
  sameWay: true,
  broughtIn: false,
  together: 1,
  asOf: 1,
  mishap: false,
  said: false,
  why: null,
  lost: {},
})

describe('glyphs', () => {
  it('differ for every root stage and say their name', () => {
    const stages = Object.keys(STAGE_WORDS) as Stage[]
    const drawn = stages.map((stage) => draw(<StageGlyph stage={stage} />))
    expect(new Set(drawn.map((one) => one.replace(/aria-label="[^"]*"/, ''))).size).toBe(stages.length)
    stages.forEach((stage, i) => {
      expect(drawn[i]).toContain(`aria-label="${STAGE_WORDS[stage]}"`)
    })
  })

  it('keep still beside words that say the same', () => {
    const drawn = draw(<StageGlyph stage="callus" label={false} />)
    expect(drawn).toContain('aria-hidden="true"')
    expect(drawn).not.toContain('role="img"')
  })

  it('differ for every state a batch ends in', () => {
    const states = ['planned', 'potted', 'gone', 'lost', 'called_off'] as const
    const drawn = states.map((state) => draw(<StateGlyph state={state} stage={null} />))
    expect(new Set(drawn.map((one) => one.replace(/aria-label="[^"]*"/, ''))).size).toBe(states.length)
    states.forEach((state, i) => {
      expect(drawn[i]).toContain(`aria-label="${STATE_WORDS[state]}"`)
    })
  })

  it('show the stage while a batch roots', () => {
    expect(draw(<StateGlyph state="rooting" stage="initials" />)).toBe(draw(<StageGlyph stage="initials" />))
    expect(draw(<StateGlyph state="part_rooted" stage={null} />)).toBe(draw(<StageGlyph stage="nothing" />))
  })

  it('fill as many drops as there is mist', () => {
    for (const level of [0, 1, 2, 3]) {
      const drawn = draw(<Drops level={level} />)
      expect(count(drawn, 'fill="var(--water)"')).toBe(level)
      expect(drawn).toContain(`mist level ${level} of 3`)
    }
  })
})

describe('the tag', () => {
  it('says crop, count, code and state, and leads to the batch', () => {
    const drawn = draw(<Tag tag={tag} />)
    expect(drawn).toContain('href="/batches/RAK-47"')
    expect(drawn).toContain('aria-label="Hebe &#x27;Copperlight&#x27;, 312, RAK-47, rooting"')
    expect(drawn).toContain('>312<')
  })

  it('is dashed while it is only planned', () => {
    expect(draw(<Tag tag={{ ...tag, state: 'planned' }} />)).toContain('border-dashed')
    expect(draw(<Tag tag={tag} />)).toContain('border-peat bg-paper ')
  })

  it('counts only the part that is meant', () => {
    expect(draw(<Tag tag={tag} count={28} />)).toContain(', 28, RAK-47')
  })

  it('keeps names as they are written', () => {
    expect(draw(<Tag tag={{ ...tag, crop: '<b>“Ölweide”</b> 🌿' }} />)).toContain('&lt;b&gt;“Ölweide”&lt;/b&gt; 🌿')
  })
})

describe('the house', () => {
  const house = (zones: ZoneWeek[], onChoose?: (id: number) => void) =>
    draw(<House name="Mist house" zones={zones} wide={widestOf(zones)} settings={null} onChoose={onChoose} />)
  /** How many trays are drawn in the lines that look so: each begins anew. */
  const trays = (drawn: string, look: string) =>
    [...drawn.matchAll(/<path d="([^"]*)"([^>]*)>/g)].reduce(
      (sum, [, line = '', looks = '']) => sum + (looks.includes(look) ? count(line, 'M') : 0),
      0,
    )

  it('draws a place for each tray, and fills those taken', () => {
    const drawn = house([zone()])
    expect(trays(drawn, 'fill="url(#look')).toBe(4)
    expect(trays(drawn, 'opacity="0.45"')).toBe(6)
    expect(drawn).toContain('aria-label="Mist 1: 4 of 10 places taken, by Hebe &#x27;Copperlight&#x27; RAK-47"')
  })

  it('never gives neighbours the same look', () => {
    const tenants = Array.from({ length: 5 }, () => ({
      inPots: false,
      lot: null,
      trays: 2,
      from: '2026-W43',
      to: '2026-W48',
      tag,
    }))
    const drawn = house([
      zone({ used: 10, tenants: tenants.map((tenant, i) => ({ ...tenant, tag: { ...tag, code: `RAK-${i}` } })) }),
    ])
    const looks = [...drawn.matchAll(/url\(#look(\d)\)/g)].map((match) => match[1])
    expect(looks).toHaveLength(5)
    for (let i = 1; i < looks.length; i++) expect(looks[i]).not.toBe(looks[i - 1])
  })

  it('outlines an overfull zone in plum and draws no more trays than there are places', () => {
    const drawn = house([
      zone({ used: 14, tenants: [{ inPots: false, lot: null, trays: 14, from: '2026-W43', to: '2026-W48', tag }] }),
    ])
    expect(drawn).toContain('stroke="var(--plum)"')
    expect(trays(drawn, 'fill="url(#look')).toBe(10)
  })

  it('is buttons where a zone can be chosen and pictures where not', () => {
    expect(house([zone()], () => {})).toContain('role="button"')
    expect(house([zone()])).not.toContain('role="button"')
  })

  it('says when no setting suits all', () => {
    const unsuited = zone({ setting: { heat: 22, mist: 2, suits: false } })
    expect(house([unsuited], () => {})).toContain('22°!')
    expect(house([zone()], () => {})).not.toContain('!')
  })

  it('sorts zones by their house and keeps their order', () => {
    const zones = [zone(), zone({ id: 2, house: 'Tunnel' }), zone({ id: 3 })]
    expect(housesOf(zones).map(([name, here]) => [name, here.map(({ id }) => id)])).toEqual([
      ['Mist house', [1, 3]],
      ['Tunnel', [2]],
    ])
    expect(widestOf([])).toBe(1)
    expect(widestOf([zone({ place: { x: 10, y: 0, length: 6, width: 1 } })])).toBe(16)
  })
})

describe('rates', () => {
  it('draw a dot for each batch, in its place on the axis', () => {
    const drawn = draw(<RateDots learnt={learnt} history={[past('A', 50), past('B', 100), past('C', 0)]} />)
    expect(count(drawn, '<circle')).toBe(3)
    expect(drawn).toContain('cx="200"')
    expect(drawn).toContain('cx="386"')
    expect(drawn).toContain('cx="14"')
    expect(drawn).toContain('range 65 to 93, 3 batches')
  })

  it('dash what is so far and point out the one asked for', () => {
    const drawn = draw(<RateDots learnt={learnt} history={[past('A', 50, true), past('B', 70)]} mark="B" />)
    expect(count(drawn, 'stroke-dasharray="3 2"')).toBe(1)
    expect(count(drawn, 'fill="var(--heat)"')).toBe(1)
    expect(drawn).toContain('so far')
  })

  it('leave the axis to a common one', () => {
    expect(draw(<RateDots learnt={learnt} history={[]} />)).toContain('>75<')
    expect(draw(<RateDots learnt={learnt} history={[]} axis={false} />)).not.toContain('>75<')
  })
})

describe('the code on a printed tag', () => {
  it('is dark on white in both lights, and its own for each batch', () => {
    const drawn = draw(<Code text="RAK-47" />)
    expect(drawn).toContain('fill="#fff"')
    expect(drawn).toContain('fill="#000"')
    expect(drawn).toContain('aria-label="Code for RAK-47"')
    expect(drawn).not.toBe(draw(<Code text="RAK-49" />).replace('RAK-49', 'RAK-47'))
  })
})

describe('a batch in its lane', () => {
  const lane = (more: Partial<TagData>) => draw(<Lane tag={{ ...tag, ...more }} first="2027-W15" weeks={20} />)

  it('lies at its days, and is held at the ends of the strip', () => {
    expect(placeOf('2027-04-12', '2027-W15', 20)).toBe(0)
    expect(placeOf('2027-06-21', '2027-W15', 20)).toBe(50)
    expect(placeOf('2020-01-01', '2027-W15', 20)).toBe(0)
    expect(placeOf('2030-01-01', '2027-W15', 20)).toBe(100)
    expect(liesOn({ ...tag, stickOn: '2027-05-01', readyOn: '2027-08-01' }, '2027-W15', 20)).toBe(true)
    expect(liesOn({ ...tag, stickOn: '2026-05-01', readyOn: '2026-08-01' }, '2027-W15', 20)).toBe(false)
  })

  it('says its days, and how late it is', () => {
    expect(lane({ weeksLate: 0 })).not.toContain(' late')
    expect(lane({ weeksLate: 2 })).toContain('2 weeks late')
    expect(lane({ isStuck: false })).toContain('stroke-dasharray="3 2"')
    expect(lane({ isStuck: true })).not.toContain('stroke-dasharray="3 2"')
    expect(lane({ dueWeek: null, weeksLate: null })).not.toContain('due')
  })
})
