import { matchPath } from 'react-router'

/** A page, what it is called, and how to go about it. */
export interface Help {
  at: string
  name: string
  says: string[]
}

/** The short help of each page, in the order in which pages are found. */
export const HELP: Help[] = [
  {
    at: '/',
    name: 'Today',
    says: [
      'What is due, the most pressing first; press it to do it where it stands.',
      'Beside it the house in the week shown. Move the week with [ and ], or drag on the rail above.',
      'Everything you log can be undone from where it is logged.',
    ],
  },
  {
    at: '/round',
    name: 'The round',
    says: [
      'A walk from tag to tag in the order of the benches. Say what you see; the next tag follows.',
      'It works without a network: what you say is kept on the device and sent when there is one.',
      'Scan a tag, or type its characters, to go to a batch out of turn.',
    ],
  },
  {
    at: '/round/key',
    name: 'Key to root stages',
    says: ['One example of each stage, to hold beside the tray. It prints on one sheet.'],
  },
  {
    at: '/round/practice',
    name: 'Practice',
    says: ['Judge feet that are drawn and see how you did. Nothing of it is entered in the book.'],
  },
  {
    at: '/wanted',
    name: 'What is wanted',
    says: [
      'Each order or target of your own: so many good plants of a crop, in a pot, by a week. Everything else follows from it.',
      'Plan a batch for one, or draft the season for all. An order says what is sent, ready and coming.',
      'What is covered or done is folded under its week: press it, search, or choose what to see.',
      'Say “Only from” where a customer wants one source; no other block is offered then.',
    ],
  },
  {
    at: '/wanted/:id/routes',
    name: 'Ways to an order',
    says: [
      'The ways in which an order can be grown, with what each needs, costs and how likely it is in time. Choose one to plan it.',
    ],
  },
  {
    at: '/wanted/:id/plan',
    name: 'Plan a batch',
    says: [
      'How many to stick is reckoned from the learnt rate, so that enough are good as often as you want.',
      'Choose block, zone and week; what does not go says why. Nothing is kept until you plan it.',
    ],
  },
  {
    at: '/wanted/:id/note',
    name: 'Delivery note',
    says: ['What goes to the customer, from which batches and sources, to print and send along.'],
  },
  {
    at: '/batches',
    name: 'Batches',
    says: [
      'Every batch by how far it is. Press one for its book, its checks and its work.',
      'Filter by crop or by letters; the list as it stands can be taken as a table.',
    ],
  },
  {
    at: '/batches/season',
    name: 'The season of batches',
    says: ['Each batch over its weeks. Drag one to another week or zone; what that would do is shown before it is kept.'],
  },
  {
    at: '/batches/draft',
    name: 'Draft of the season',
    says: [
      'A whole season planned at once for what is wanted and has no batches: material, benches and hands together.',
      'It is a proposal. Look it through, change what you know better, then keep it; keeping is one act and undone as one.',
    ],
  },
  {
    at: '/batches/shopping',
    name: 'Shopping list',
    says: [
      'What the plan needs to be bought: trays, pots, mix, hormone, young plants, each with the day by which it must be there.',
    ],
  },
  {
    at: '/batches/versions',
    name: 'Versions of the plan',
    says: ['The plan as it was after each change. Compare two, or go back to one; what is stuck already stays as it is.'],
  },
  {
    at: '/batches/:code',
    name: 'A batch',
    says: [
      'The book balances at every line: what was stuck is standing, lost, potted or sold.',
      'Check judges from a few that you lift whether it is ready. Count and pot up closes the rooting.',
      'What was entered wrongly is undone from its line, or put right under More.',
    ],
  },
  {
    at: '/batches/:code/wait',
    name: 'Wait or pot',
    says: ['What another week in the tray is worth against what it costs, for this batch as it stands.'],
  },
  {
    at: '/bench',
    name: 'Bench',
    says: [
      'The houses and who lies where in the week shown. Press a zone for its season; drag a batch to move it.',
      'A zone that cannot take a batch says why: no room, too cold, other mist.',
    ],
  },
  {
    at: '/bench/fill',
    name: 'Fill the house',
    says: [
      'Finds places and weeks for all that is planned and not locked, so that as little as possible is left out.',
      'It says how far from the best this can be at most. Look at it first, then keep it; lock what must not move.',
    ],
  },
  {
    at: '/bench/work',
    name: 'Work on the bench',
    says: ['What is carried and set in a week: laid, moved, taken off, valves and heat.'],
  },
  {
    at: '/bench/lay',
    name: 'Lay out the house',
    says: ['Draw benches as they stand. Their room in trays follows from their measures and the tray you use.'],
  },
  {
    at: '/bench/mist',
    name: 'Mist and heat',
    says: ['The programme each zone asks for by what lies in it, to set at the controller or send to it.'],
  },
  {
    at: '/bench/mist/day',
    name: 'A day under mist',
    says: ['How wet leaves are over a day of your weather with a programme. Move what you would change and see it.'],
  },
  {
    at: '/bench/mist/heat',
    name: 'Heat over the season',
    says: ['The set-points of each zone over the weeks, and where two batches would want different ones.'],
  },
  {
    at: '/bench/mist/measured',
    name: 'Conditions as measured',
    says: ['Readings of each zone against what it was set to. Gaps stay gaps.'],
  },
  {
    at: '/bench/mist/alarms',
    name: 'Alarms',
    says: ['What is out of bounds for long enough to matter, who is told, and what was done about it.'],
  },
  {
    at: '/bench/mist/devices',
    name: 'Devices',
    says: ['Sensors and controllers, which zone each belongs to, and the key with which it sends.'],
  },
  {
    at: '/mixing',
    name: 'Day sheet',
    says: [
      'A day for the crew: what is cut, stuck, weaned, checked, potted and carried, with mix and dip to make.',
      'Tick it here, or print it.',
    ],
  },
  {
    at: '/mixing/mixes',
    name: 'Mixes',
    says: ['The rooting and potting mixes by their parts, and what a number of trays or pots takes of each.'],
  },
  {
    at: '/mixing/dips',
    name: 'Dips',
    says: [
      'How a stock and water make the strength that a sheet asks for, and lots with their age.',
      'Read the product’s label first: it overrides what is said here. Gloves, and no food at the bench.',
    ],
  },
  {
    at: '/mixing/clean',
    name: 'Sanitisers',
    says: ['How much of a product makes the strength for trays, tools and benches. The label overrides what is said here.'],
  },
  {
    at: '/mixing/labels',
    name: 'Labels',
    says: ['Labels for trays and pots of a day or of batches you choose, printed on sheets or a roll.'],
  },
  {
    at: '/potting',
    name: 'Potting',
    says: ['What is ready to pot and what becomes of it if it waits. The most that is lost by waiting comes first.'],
  },
  {
    at: '/potting/weeks',
    name: 'Weeks of potting',
    says: ['The hours of each week against the hands there are. Drag a batch to another week, or let the weeks be filled.'],
  },
  {
    at: '/potting/lots',
    name: 'Lots',
    says: ['What stands in pots: spacing, trimming, feeding, ready, sold. Lots of one crop and pot can stand as one.'],
  },
  {
    at: '/potting/lots/:code',
    name: 'A lot',
    says: ['One lot with its batches, its steps and where it went. Losses and sales are entered here and undone here.'],
  },
  {
    at: '/stock',
    name: 'Stock',
    says: [
      'Each block of stock plants and what it can give in the week shown, after what is taken already.',
      'Choose batches to write a take sheet: from which block, how many, who cuts.',
    ],
  },
  {
    at: '/stock/inspections',
    name: 'Inspections',
    says: ['Which blocks are to be looked at for health and trueness to name, and what was found. What is unfit gives nothing.'],
  },
  {
    at: '/stock/treatments',
    name: 'Treatments',
    says: [
      'What was applied, how much, by whom with which certificate, and until when nobody goes in.',
      'A record only: the product’s label, local law and licensed people decide.',
    ],
  },
  {
    at: '/stock/rights',
    name: "Breeders' rights",
    says: ['Licences of protected crops, what each allows in a year, what is used of it, and what is owed.'],
  },
  {
    at: '/stock/papers',
    name: 'Papers',
    says: [
      'Permits of blocks and when they run out, passports that plants came with, and those that went along with plants you sent.',
      'They are kept as you entered them, for whoever asks; your plant health authority says what is needed.',
    ],
  },
  { at: '/stock/take', name: 'Take sheet', says: ['What to cut from which plants, bundle by bundle, to take along or print.'] },
  {
    at: '/stock/:code',
    name: 'A block',
    says: [
      'Its plants one by one, what they gave and when they may give again, inspections, treatments, and when to replace it.',
    ],
  },
  {
    at: '/crops',
    name: 'Crops',
    says: [
      'Each crop with the rate your own batches teach. Begin from a pattern and change what you do otherwise.',
      'Until you have batches of your own the sheet is believed; each batch counted moves the rate.',
    ],
  },
  {
    at: '/results',
    name: 'Results',
    says: [
      'The counted batches of a crop sorted by block, hormone, mix, place, month or person: what is learnt of each group, and whether it makes a difference.',
      'A difference that chance makes as easily is said to be none. What else a group is alike in is said too: it may be that.',
    ],
  },
  {
    at: '/results/drift',
    name: 'Drift',
    says: [
      'Whether crops root as they did: the newest batches on a chart with limits. What lies beyond is named, with what was different about it, the most unlike first.',
      'Ordinary batches lie beyond about once in forty. One that was a mishap is said to be one on its own page, and leaves the chart.',
    ],
  },
  {
    at: '/results/days',
    name: 'Days to root',
    says: [
      'How many days each way takes to root here, beside what its sheet says; those first that are another by more than chance.',
      'Plans reckon with what is learnt here. Where a sheet is far off, change it: whoever reads it looks for roots too late or too early.',
    ],
  },
  {
    at: '/results/costs',
    name: 'Costs',
    says: [
      'What a good plant costs by the house way of each crop: material, hands, the warm bench and potting, with what is lost on the way borne by those that come through.',
      'Beside it what one costs that is bought in, and how many in 100 have to root for raising it to be cheaper. What has no price here, as mix and labels, is not in it.',
    ],
  },
  {
    at: '/results/trials',
    name: 'Trials',
    says: [
      'A question put to the bench: two to four arms side by side, each in several trays, laid in blocks by chance. How many trays it takes is said for the difference that you hope to see.',
      'Count tray by tray: trays of one arm differ too, and that is reckoned with. An arm is adopted, with its way as the house way, or the trial is dropped.',
      'A batch that was left untreated teaches nothing about the way that it was left out of.',
    ],
  },
  {
    at: '/results/trials/new',
    name: 'Lay a trial',
    says: [
      'Say what is asked, how many root now, and how many would make it worth while: that gives the trays that each arm takes, as trays differ here. What you leave open is as the crop has it.',
      'An arm may have a way of the crop, which becomes the house way if it is adopted, and a batch of its own.',
    ],
  },
  {
    at: '/results/trials/:id',
    name: 'A trial',
    says: [
      'Put the trays as they are drawn and label them as printed. Count each tray: what is rooted, of what was stuck.',
      'It says how each arm roots, which is best and how surely, and what that would change in a year. Adopt an arm, drop it, or go on.',
    ],
  },
  {
    at: '/results/losses',
    name: 'Losses',
    says: ['How far the plants of a crop come, stage by stage, and what the others were lost to; mishaps stand apart.'],
  },
  {
    at: '/results/season',
    name: 'A season on one page',
    says: [
      'What was wanted, stuck, rooted, potted and sent, short and in time; what went better and worse than before, and what that asks to be changed. To print.',
    ],
  },
  {
    at: '/results/promises',
    name: 'Promises',
    says: ['Whether batches gave enough as often as they were planned to: how often “9 in 10” came true here.'],
  },
  {
    at: '/crops/:slug',
    name: 'A crop',
    says: [
      'Its sheet, way by way: material, window, hormone, mix, mist, heat, days. A changed sheet holds for what is planned after.',
    ],
  },
  {
    at: '/crops/season',
    name: 'The season of material',
    says: ['When each crop gives which material, by your hemisphere and climate.'],
  },
  { at: '/crops/rules', name: 'House rules', says: ['The ways of your house, written down for whoever comes new.'] },
  {
    at: '/nursery',
    name: 'Settings',
    says: ['Name, units, hemisphere and climate, how weeks and numbers are written, day or night.'],
  },
  {
    at: '/nursery/habits',
    name: 'Habits',
    says: [
      'The numbers that are a nursery’s own to change, each with its unit and why it is what it is. An emptied one goes back to the usual.',
    ],
  },
  { at: '/nursery/people', name: 'People', says: ['Who signs in and what they may do: propagator, hand, office, viewer.'] },
  {
    at: '/nursery/hands',
    name: 'Hands',
    says: ['Who works in which weeks, how much an hour does, and what it costs. Plans reckon with it.'],
  },
  {
    at: '/nursery/trays',
    name: 'Trays and pots',
    says: ['The kinds of tray and sizes of pot that you use, with their measures and prices.'],
  },
  {
    at: '/nursery/air',
    name: 'Air',
    says: [
      'The weather of your place by day, for growth and frost: entered, brought in from a table, or the usual of your climate.',
    ],
  },
  {
    at: '/nursery/copies',
    name: 'Copies',
    says: ['Copies of the whole nursery, made each night and whenever you ask, and put back from here.'],
  },
  {
    at: '/nursery/records',
    name: 'Records',
    says: [
      'Bring tables in: past batches, orders, crops, stock, customers and more. They are tried first; nothing is entered until all fits or you say so.',
      'Take everything out as tables that anybody can read.',
    ],
  },
  {
    at: '/nursery/records/:id',
    name: 'A table brought in',
    says: ['Say what each column is, mend cells where they stand, then bring it in as one act. It can be undone as one.'],
  },
  { at: '/nursery/history', name: 'History', says: ['Who changed what, and when, with what it was before.'] },
  {
    at: '/trace/:kind/:key',
    name: 'Trace',
    says: [
      'Everything that came from, or went into, one block, lot, batch, hormone or customer.',
      'A recall marks it all, takes it out of plans, and says whom to tell.',
    ],
  },
]

/** Pages that can be gone to straight away. */
export const PAGES = HELP.filter(({ at }) => !at.includes(':'))

/** The help of the page at an address; `/crops/season` is not the crop of that name. */
export const helpAt = (address: string): Help | undefined =>
  PAGES.find(({ at }) => at === address) ?? HELP.find(({ at }) => matchPath(at, address))

/** Help in which all the words stand. */
export function helpLike(typed: string): { help: Help; line: string }[] {
  const words = typed.trim().toLowerCase().split(/\s+/)
  if (typed.trim().length < 3) return []
  return HELP.flatMap((help) => {
    const line = help.says.find((said) => words.every((word) => said.toLowerCase().includes(word)))
    return line ? [{ help, line }] : []
  })
}
