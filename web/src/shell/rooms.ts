import { type ComponentType, createElement, lazy, useState } from 'react'
import { matchPath } from 'react-router'
import { Today } from '../today/Today'

/** Where each room is found, and how it is fetched: only once somebody goes there; but Today, where most begin, comes with the app. */
const FOUND: Record<string, () => Promise<ComponentType>> = {
  '/': async () => Today,
  '/round': () => import('../round/Round').then((m) => m.Round),
  '/round/key': () => import('../round/RootKey').then((m) => m.RootKey),
  '/round/practice': () => import('../round/Practice').then((m) => m.Practice),
  '/potting': () => import('../potting/Queue').then((m) => m.Queue),
  '/potting/weeks': () => import('../potting/WeekBoard').then((m) => m.WeekBoard),
  '/potting/lots': () => import('../potting/Lots').then((m) => m.Lots),
  '/potting/lots/:code': () => import('../potting/LotPage').then((m) => m.LotPage),
  '/wanted': () => import('../wanted/Orders').then((m) => m.Orders),
  '/wanted/:id/routes': () => import('../wanted/RoutesPage').then((m) => m.RoutesPage),
  '/wanted/:id/plan': () => import('../plan/PlanBatch').then((m) => m.PlanBatch),
  '/batches': () => import('../batches/Batches').then((m) => m.Batches),
  '/batches/season': () => import('../plan/SeasonPlan').then((m) => m.SeasonPlan),
  '/batches/draft': () => import('../plan/Draft').then((m) => m.Draft),
  '/batches/shopping': () => import('../plan/Shopping').then((m) => m.Shopping),
  '/batches/versions': () => import('../plan/Versions').then((m) => m.Versions),
  '/batches/:code/wait': () => import('../batches/Wait').then((m) => m.Wait),
  '/batches/:code': () => import('../batches/BatchPage').then((m) => m.BatchPage),
  '/bench': () => import('../bench/Bench').then((m) => m.Bench),
  '/bench/fill': () => import('../bench/Fill').then((m) => m.Fill),
  '/bench/mist': () => import('../mist/Programmes').then((m) => m.Programmes),
  '/bench/mist/heat': () => import('../mist/HeatPage').then((m) => m.HeatPage),
  '/bench/mist/measured': () => import('../mist/MeasuredPage').then((m) => m.MeasuredPage),
  '/bench/mist/alarms': () => import('../mist/AlarmsPage').then((m) => m.AlarmsPage),
  '/bench/mist/devices': () => import('../mist/DevicesPage').then((m) => m.DevicesPage),
  '/bench/mist/day': () => import('../mist/MistDay').then((m) => m.MistDay),
  '/bench/work': () => import('../bench/WorkList').then((m) => m.WorkList),
  '/bench/lay': () => import('../bench/LayOut').then((m) => m.LayOut),
  '/mixing': () => import('../mixing/DaySheet').then((m) => m.DaySheet),
  '/mixing/mixes': () => import('../mixing/MixesPage').then((m) => m.MixesPage),
  '/mixing/dips': () => import('../mixing/DipsPage').then((m) => m.DipsPage),
  '/mixing/clean': () => import('../mixing/CleanPage').then((m) => m.CleanPage),
  '/mixing/labels': () => import('../mixing/Labels').then((m) => m.Labels),
  '/stock': () => import('../stock/Stock').then((m) => m.Stock),
  '/stock/inspections': () => import('../stock/Inspections').then((m) => m.Inspections),
  '/stock/treatments': () => import('../stock/Treatments').then((m) => m.Treatments),
  '/stock/rights': () => import('../stock/Licences').then((m) => m.Licences),
  '/stock/papers': () => import('../stock/Papers').then((m) => m.Papers),
  '/stock/take': () => import('../stock/TakeSheet').then((m) => m.TakeSheet),
  '/stock/:code': () => import('../stock/BlockPage').then((m) => m.BlockPage),
  '/crops': () => import('../crops/Crops').then((m) => m.Crops),
  '/results': () => import('../results/RatesPage').then((m) => m.RatesPage),
  '/results/drift': () => import('../results/DriftPage').then((m) => m.DriftPage),
  '/results/days': () => import('../results/DaysPage').then((m) => m.DaysPage),
  '/results/costs': () => import('../results/CostsPage').then((m) => m.CostsPage),
  '/results/trials': () => import('../results/TrialsPage').then((m) => m.TrialsPage),
  '/results/trials/new': () => import('../results/TrialForm').then((m) => m.TrialForm),
  '/results/trials/:id': () => import('../results/TrialPage').then((m) => m.TrialPage),
  '/results/losses': () => import('../results/LossesPage').then((m) => m.LossesPage),
  '/results/promises': () => import('../results/PromisesPage').then((m) => m.PromisesPage),
  '/results/season': () => import('../results/SeasonPage').then((m) => m.SeasonPage),
  '/crops/season': () => import('../crops/SeasonSheet').then((m) => m.SeasonSheet),
  '/crops/rules': () => import('../crops/HouseRules').then((m) => m.HouseRules),
  '/crops/:slug': () => import('../crops/CropPage').then((m) => m.CropPage),
  '/nursery': () => import('../nursery/Settings').then((m) => m.Settings),
  '/nursery/habits': () => import('../nursery/Habits').then((m) => m.Habits),
  '/nursery/copies': () => import('../nursery/CopiesPage').then((m) => m.CopiesPage),
  '/wanted/:id/note': () => import('../wanted/DeliveryNote').then((m) => m.DeliveryNote),
  '/trace/:kind/:key': () => import('../records/TracePage').then((m) => m.TracePage),
  '/nursery/records': () => import('../records/RecordsPage').then((m) => m.RecordsPage),
  '/nursery/records/:id': () => import('../records/BroughtInPage').then((m) => m.BroughtInPage),
  '/nursery/people': () => import('../nursery/People').then((m) => m.People),
  '/nursery/hands': () => import('../nursery/CrewForm').then((m) => m.CrewForm),
  '/nursery/trays': () => import('../nursery/TraysForm').then((m) => m.TraysForm),
  '/nursery/history': () => import('../nursery/History').then((m) => m.History),
  '/nursery/air': () => import('../nursery/AirForm').then((m) => m.AirForm),
}

/** A room that is fetched already is drawn at once: what waits, if only for an instant, is held back by React for 300 ms. */
function room(path: string, load: () => Promise<ComponentType>) {
  let here: ComponentType | undefined
  const fetch = async () => (here = await load())
  const Later = lazy(async () => ({ default: await fetch() }))
  function Room() {
    const [shown] = useState(() => here ?? Later)
    return createElement(shown)
  }
  return { path, fetch, Room }
}

export const ROOMS = Object.entries(FOUND).map(([path, load]) => room(path, load))

/** Begins to fetch the room that the address names, while it is still asked who is here; ends when it has come or cannot. */
export async function fetchRoom(address: string): Promise<void> {
  await ROOMS.find(({ path }) => matchPath(path, address))
    ?.fetch()
    .catch(() => undefined)
}
